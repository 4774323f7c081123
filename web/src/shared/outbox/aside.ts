// What could not be sent, as a file: kept elsewhere, handed on, and taken in again on any device.
import type { SyncItem } from "../api/types";
import { text } from "../text/en";
import { download } from "../ui/download";
import type { WaitingItem } from "./database";

export interface Aside {
  horse: string;
  item: SyncItem;
}

export function saveAside(entries: WaitingItem[]): void {
  download(
    text.saving.asideName,
    entries.map(({ horse, item, refused: problems }) => ({ horse, item, problems })),
  );
}

/** The things of such a file; null: it is another one. The server looks at each when it is sent. */
export function readAside(content: string): Aside[] | null {
  let raw: unknown;
  try {
    raw = JSON.parse(content);
  } catch {
    return null;
  }
  return Array.isArray(raw) && raw.length > 0 && raw.every(isAside) ? raw : null;
}

function isAside(one: unknown): one is Aside {
  const { horse, item } = (one ?? {}) as Partial<Aside>;
  return typeof horse === "string" && typeof item?.id === "string" && typeof item.type === "string";
}
