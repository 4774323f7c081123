// A text that stays on the device until it is saved, with what it began from.
import { useCallback, useEffect, useState } from "react";
import { dropDraft, readDraft, writeDraft } from "./database";

export interface KeptText {
  text: string;
  /** When it was typed last; null: it is what it began from. */
  at: string | null;
  /** The edition of what it began from; null: it began from nothing. */
  edition: string | null;
}

export interface HeldText {
  /** Null: it is not known yet what was kept. */
  kept: KeptText | null;
  /** Was it typed before, and is not saved? */
  isDraft: boolean;
  write: (text: string) => void;
  drop: () => Promise<void>;
  /** Lets go what was typed, and shows what is there. */
  startOver: () => Promise<void>;
}

export function useKeptText(
  key: string,
  initial: { text: string; edition: string | null },
): HeldText {
  const [kept, setKept] = useState<KeptText | null>(null);
  const [isDraft, setDraft] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was kept is read once for each key
  useEffect(() => {
    let current = true;
    void readDraft<KeptText>(key).then((found) => {
      if (!current) return;
      setKept(found ?? { ...initial, at: null });
      setDraft(found !== undefined && found.text !== initial.text);
    });
    return () => {
      current = false;
    };
  }, [key]);
  const write = useCallback(
    (text: string) =>
      setKept((before) => {
        const next = { text, at: new Date().toISOString(), edition: before?.edition ?? null };
        void writeDraft(key, next);
        return next;
      }),
    [key],
  );
  const drop = useCallback(() => dropDraft(key), [key]);
  const startOver = async () => {
    await drop();
    setKept({ ...initial, at: null });
    setDraft(false);
  };
  return { kept, isDraft, write, drop, startOver };
}
