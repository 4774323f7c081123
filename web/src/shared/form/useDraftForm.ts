// A form whose content stays on the device until it is saved: nothing typed is lost.
import { useCallback, useEffect, useState } from "react";
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from "react-hook-form";
import { dropDraft, readDraft, writeDraft } from "../outbox/database";

export interface DraftForm<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** Is it known what was kept? Before that nothing is shown. */
  isReady: boolean;
  /** Forgets what was kept, once it is saved. */
  done: () => Promise<void>;
  /** Shows what is known now, and forgets what was typed. */
  startOver: () => Promise<void>;
}

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
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was kept is read once for each key
  useEffect(() => {
    let current = true;
    void readDraft<Partial<T>>(key).then((kept) => {
      if (!current) return;
      form.reset(kept === undefined ? initial : upgrade(kept));
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
      callback: ({ values }) => void writeDraft(key, values),
    });
  }, [form, key, readyFor]);
  const done = useCallback(() => dropDraft(key), [key]);
  const startOver = async () => {
    form.reset(initial);
    await done();
  };
  return { form, isReady: readyFor === key, done, startOver };
}
