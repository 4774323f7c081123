import { useCallback, useEffect, useState } from "react";
import { dropDraft, readDraft, writeDraft } from "./database";

interface KeptForm<T> {
  /** Undefined until it is known what was kept. */
  value: T | undefined;
  change: (next: T) => void;
  /** Forgets what was kept, once it is saved. */
  done: () => Promise<void>;
}

/** A form whose content stays on the device until it is saved: nothing typed is lost. */
export function useKeptForm<T>(key: string, initial: T | undefined): KeptForm<T> {
  const [typed, setTyped] = useState<T | undefined>();
  const [isRead, setRead] = useState(false);
  useEffect(() => {
    let current = true;
    setRead(false);
    setTyped(undefined);
    void readDraft<T>(key).then((kept) => {
      if (!current) return;
      setTyped(kept);
      setRead(true);
    });
    return () => {
      current = false;
    };
  }, [key]);
  const change = useCallback(
    (next: T) => {
      setTyped(next);
      void writeDraft(key, next);
    },
    [key],
  );
  const done = useCallback(() => dropDraft(key), [key]);
  return { value: isRead ? (typed ?? initial) : undefined, change, done };
}
