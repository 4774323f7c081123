// A session in progress on this device. The pack is large, and changes only where an exercise is added: it is kept
// under a key of its own, and a tap writes what a tap changes.
import type { RingPack } from "../../shared/api/types";
import { dropDraft, readDraft, writeDraft } from "../../shared/outbox/database";
import type { RingDraft } from "./ringDraft";

export const ringKey = (horse: string) => `ring:${horse}`;
export const packKey = (session: string) => `pack-of:${session}`;

/** One that was begun before packs were kept apart still has its own. */
type Kept = Omit<RingDraft, "pack"> & { pack?: RingPack };

export async function readSession(horse: string): Promise<RingDraft | null> {
  const kept = await readDraft<Kept>(ringKey(horse));
  if (!kept) return null;
  if (kept.pack) await writeDraft(packKey(kept.session), kept.pack);
  const pack = kept.pack ?? (await readDraft<RingPack>(packKey(kept.session)));
  return pack ? { ...kept, pack } : null;
}

/**
 * Keeps a session as it is now; its pack only where that is another one than `before`. What is written
 * first is there first, so that no session is ever without its pack.
 */
export function keepSession(horse: string, draft: RingDraft, before: RingDraft | null): void {
  const { pack, ...rest } = draft;
  if (draft.session !== before?.session || pack !== before.pack)
    void writeDraft(packKey(draft.session), pack);
  void writeDraft(ringKey(horse), rest);
}

export async function dropSession(horse: string, session: string | null): Promise<void> {
  await dropDraft(ringKey(horse));
  if (session !== null) await dropDraft(packKey(session));
}
