// The device's own store: asks waiting to be sent, ring sessions in progress, answers of the server.
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { SyncItem, SyncProblem } from "../api/types";

export interface WaitingItem {
  /** Order in which it was made; the key. */
  order?: number;
  /** Whose it is: another person on the same device never sends it. */
  owner: string;
  horse: string;
  item: SyncItem;
  /** Set once the server has refused it; kept until the person decides. */
  refused?: SyncProblem[];
}

interface Schema extends DBSchema {
  outbox: { key: number; value: WaitingItem; indexes: { owner: string } };
  drafts: { key: string; value: unknown };
  queries: { key: string; value: string };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

export function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("bucephal", 1, {
    upgrade(db) {
      const outbox = db.createObjectStore("outbox", { keyPath: "order", autoIncrement: true });
      outbox.createIndex("owner", "owner");
      db.createObjectStore("drafts");
      db.createObjectStore("queries");
    },
  });
  return opened;
}

/** For tests: the next call opens a fresh database. */
export function forgetDatabase(): void {
  opened = undefined;
}

export async function readDraft<T>(key: string): Promise<T | undefined> {
  return (await (await database()).get("drafts", key)) as T | undefined;
}

export async function writeDraft(key: string, draft: unknown): Promise<void> {
  await (await database()).put("drafts", draft, key);
}

export async function dropDraft(key: string): Promise<void> {
  await (await database()).delete("drafts", key);
}

export async function draftKeys(): Promise<string[]> {
  return (await database()).getAllKeys("drafts");
}

/** Storage for the query cache, one entry a query. */
export const queryStorage = {
  getItem: async (key: string) => (await database()).get("queries", key),
  setItem: async (key: string, value: string) => {
    await (await database()).put("queries", value, key);
  },
  removeItem: async (key: string) => (await database()).delete("queries", key),
  entries: async () => {
    const db = await database();
    const [keys, values] = await Promise.all([db.getAllKeys("queries"), db.getAll("queries")]);
    return keys.map((key, place): [string, string] => [key, values[place] as string]);
  },
};

export async function forgetAnswers(): Promise<void> {
  await (await database()).clear("queries");
}
