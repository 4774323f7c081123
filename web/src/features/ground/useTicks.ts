// What is ticked off, kept on the device: it is laid out where there is no signal.
import { useEffect, useState } from "react";
import { readDraft, writeDraft } from "../../shared/outbox/database";

export function useTicks(
  key: string,
): [string[], (mark: string, isOn: boolean) => void, () => void] {
  const [ticked, setTicked] = useState<string[]>([]);
  useEffect(() => {
    let current = true;
    void readDraft<string[]>(key).then((kept) => {
      if (current) setTicked(kept ?? []);
    });
    return () => {
      current = false;
    };
  }, [key]);
  const keep = (next: string[]) => {
    setTicked(next);
    void writeDraft(key, next);
  };
  return [
    ticked,
    (mark, isOn) => keep([...ticked.filter((one) => one !== mark), ...(isOn ? [mark] : [])]),
    () => keep([]),
  ];
}
