// Sessions that were typed, as they are sent: under names that this device gives them, so that what is sent twice is
// there once.
import type { EntryView, SyncItem } from "../../shared/api/types";
import { newId } from "../../shared/outbox/newId";

export interface ToSend {
  items: SyncItem[];
  /** The sessions' names, in their order. */
  sessions: string[];
}

export function asItems(horse: string, read: EntryView["sessions"]): ToSend {
  const sessions = read.map(() => newId());
  const items = read.flatMap(({ session: { id: _, asks = [], events = [], ...header } }, place) => {
    const session = sessions[place] as string;
    const within = (type: "ask" | "event") => (entry: { id?: string | null }, position: number) => {
      const { id: _, ...body } = entry;
      return { type, id: newId(), session, position, revision: 0, body };
    };
    return [
      { type: "session" as const, id: session, horse, position: 0, revision: 1, body: header },
      ...asks.map(within("ask")),
      ...events.map(within("event")),
    ];
  });
  return { items, sessions };
}
