// The room that this device has for what is logged: asked to be kept for good, and looked at before it is gone.
import { useEffect, useState } from "react";

/** Below it somebody should know: a day of sessions with their packs takes a tenth of it. */
const LITTLE_BYTES = 20e6;
const LITTLE_SHARE = 0.05;
const LOOKS_EVERY_MS = 60_000;

/** Without it a browser that wants room may throw away what was not sent yet. */
export async function keepForGood(): Promise<void> {
  const storage = navigator.storage as StorageManager | undefined;
  if (!(await storage?.persisted?.())) await storage?.persist?.();
}

export async function hasLittleRoom(): Promise<boolean> {
  const storage = navigator.storage as StorageManager | undefined;
  const { quota, usage } = (await storage?.estimate?.()) ?? {};
  if (!quota || usage === undefined) return false;
  const left = quota - usage;
  return left < LITTLE_BYTES || left < quota * LITTLE_SHARE;
}

export function useLittleRoom(): boolean {
  const [isLittle, setLittle] = useState(false);
  useEffect(() => {
    // A browser that does not say has nothing to say.
    const look = () => void hasLittleRoom().then(setLittle, () => setLittle(false));
    look();
    const timer = setInterval(look, LOOKS_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return isLittle;
}
