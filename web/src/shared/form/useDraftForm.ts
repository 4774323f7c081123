// A form whose content stays on the device until it is saved: nothing typed is lost.
import { useCallback, useEffect, useRef, useState } from "react";
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from "react-hook-form";
import { dropDraft, readDraft, writeDraft } from "../outbox/database";

/** What was typed before, and never saved. */
export interface UnsavedDraft {
  /** When it was typed last; null: that was not kept yet. */
  at: string | null;
  /** Is what the form began from another by now? */
  isOlder: boolean;
  startOver: () => Promise<void>;
}

export interface DraftForm<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** Is it known what was kept? Before that nothing is shown. */
  isReady: boolean;
  /** What is shown was typed before, and is not saved; null: it is what is known. */
  draft: UnsavedDraft | null;
  /** Forgets what was kept, once it is saved. */
  done: () => Promise<void>;
  /** Shows what is known now, and forgets what was typed. */
  startOver: () => Promise<void>;
}

/** Beside what was typed: when, and what was known then. */
interface Since {
  at: string;
  base: string;
}

const sinceKey = (key: string) => `${key}:since`;

/**
 * @param key of what is kept on the device.
 * @param initial what the form shows where nothing is kept.
 * @param upgrade makes what was kept before fields were added or changed their shape into what the form is now.
 */
export function useDraftForm<T extends FieldValues>(
  key: string,
  initial: T,
  upgrade: (kept: Partial<T>) => T = (kept) => ({ ...initial, ...kept }),
): DraftForm<T> {
  const form = useForm<T>({ defaultValues: initial as DefaultValues<T> });
  const [readyFor, setReadyFor] = useState<string | null>(null);
  const [found, setFound] = useState<Omit<UnsavedDraft, "startOver"> | null>(null);
  const base = useRef("");
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was kept is read once for each key
  useEffect(() => {
    let current = true;
    void readKept<T>(key).then(({ kept, since }) => {
      if (!current) return;
      const now = JSON.stringify(initial);
      const shown = kept === undefined ? initial : upgrade(kept);
      base.current = since?.base ?? now;
      form.reset(shown);
      setFound(
        JSON.stringify(shown) === now
          ? null
          : { at: since?.at ?? null, isOlder: base.current !== now },
      );
      setReadyFor(key);
    });
    return () => {
      current = false;
    };
  }, [key]);
  useEffect(() => {
    if (readyFor !== key) return;
    return form.subscribe({
      formState: { values: true },
      callback: ({ values }) => keep(key, values, base.current),
    });
  }, [form, key, readyFor]);
  const done = useCallback(() => forget(key), [key]);
  const startOver = async () => {
    base.current = JSON.stringify(initial);
    form.reset(initial);
    setFound(null);
    await done();
  };
  const draft = found === null ? null : { ...found, startOver };
  return { form, isReady: readyFor === key, draft, done, startOver };
}

async function readKept<T>(key: string) {
  const [kept, since] = await Promise.all([
    readDraft<Partial<T>>(key),
    readDraft<Since>(sinceKey(key)),
  ]);
  return { kept, since };
}

function keep(key: string, values: unknown, base: string): void {
  void writeDraft(key, values);
  void writeDraft(sinceKey(key), { at: new Date().toISOString(), base } satisfies Since);
}

async function forget(key: string): Promise<void> {
  await Promise.all([dropDraft(key), dropDraft(sinceKey(key))]);
}
