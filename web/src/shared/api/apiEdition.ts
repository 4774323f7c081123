// Which API this page was made for, and which one the server has: a page left open over an update can say so.
import { useSyncExternalStore } from "react";
import { SCHEMA } from "./schemaHash.generated";

let outdated = false;
const listeners = new Set<() => void>();

/** Every answer says which API gave it; one from before they did says nothing. */
export function heardOf(edition: string | null): void {
  if (edition === null) return;
  const now = edition !== SCHEMA;
  if (now === outdated) return;
  outdated = now;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Is the server newer than this page? */
export function useIsOutdated(): boolean {
  return useSyncExternalStore(subscribe, () => outdated);
}
