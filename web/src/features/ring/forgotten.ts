// A session that was left open: finished as of its last tap, or thrown away, which can be undone for a day.

import { type Change, DRAFT_VERSION, type RingDraft, type Stamp } from "./ringDraft";
import { finish, resend, struckOut } from "./ringSending";

/** How long what was thrown away can be brought back. */
const BRING_BACK_MS = 24 * 60 * 60 * 1000;

export interface Thrown {
  draft: RingDraft;
  at: string;
}

export const thrownKey = (horse: string) => `thrown:${horse}`;

/** Is it of an earlier day? Then it is asked about, never continued silently. */
export function isForgotten(draft: RingDraft, today: string): boolean {
  return draft.date < today;
}

/** Was it begun by another version of this page? Its answers have been sent; it cannot be gone on with. */
export function isOlder(draft: RingDraft): boolean {
  return draft.version !== DRAFT_VERSION;
}

export function lastTap(draft: RingDraft): string {
  return draft.entries.at(-1)?.at ?? draft.settle.startedAt ?? draft.startedAt;
}

export function isEmpty(draft: RingDraft): boolean {
  const { startedAt, first_min, whole_min, settled } = draft.settle;
  const marked = startedAt !== null || first_min !== null || whole_min !== null;
  return draft.entries.length === 0 && !marked && settled === null && !draft.note;
}

export function finishAsOfLastTap(draft: RingDraft): Change {
  return finish(draft, lastTap(draft));
}

/**
 * Strikes out what has gone out of it already.
 * @param whole whoever may strike out a session does that, and what was in it can be restored with it; whoever
 *   only logs takes back each answer of theirs, and then the empty session.
 */
export function throwAway(draft: RingDraft, whole: boolean): Change {
  if (draft.revision === 0) return { draft, items: [] };
  const own = draft.entries.map((one) => one.id);
  if (draft.joined) return { draft, items: own.map(struckOut) };
  return { draft, items: [...(whole ? [] : own), draft.session].map(struckOut) };
}

export function canBringBack({ at }: Thrown, now: string): boolean {
  return Date.parse(now) - Date.parse(at) < BRING_BACK_MS;
}

/** As it was, under new names: what was struck out stays so. */
export function bringBack({ draft }: Thrown, stamp: () => Stamp): Change {
  const entries = draft.entries.map((one) => ({ ...one, id: stamp().id }));
  const session = draft.joined ? draft.session : stamp().id;
  return resend({ ...draft, session, entries, revision: 0 });
}
