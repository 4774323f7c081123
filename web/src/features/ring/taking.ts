// What is being measured at a knot: a clock, strides that are counted. It lies in the draft, so that it outlives
// a reload; what it comes to is worked out from when it began.
import type { RingDraft, Taking } from "./ringDraft";
import { planItem } from "./ringDraft";

export function takingNow(draft: RingDraft): Taking | null {
  return draft.taking?.item === planItem(draft).id ? draft.taking : null;
}

export function startTaking(draft: RingDraft, at: string): RingDraft {
  const usual = takingNow(draft)?.usual ?? null;
  const item = planItem(draft).id;
  return {
    ...draft,
    taking: { item, startedAt: at, tenseSince: null, tense_s: 0, strides: 0, usual },
  };
}

/** What was measured is logged: the clock stands; strides are held against the same working side again. */
export function stopTaking(draft: RingDraft): RingDraft {
  const taking = takingNow(draft);
  return { ...draft, taking: taking?.usual ? { ...taking, strides: 0 } : null };
}

export function oneStride(draft: RingDraft, at: string): RingDraft {
  const taking = takingNow(draft) ?? (startTaking(draft, at).taking as Taking);
  return { ...draft, taking: { ...taking, strides: taking.strides + 1 } };
}

/** The strides so far were those of the working side; null: they are counted anew. */
export function asUsual(draft: RingDraft, usual: number | null): RingDraft {
  const taking = takingNow(draft);
  return taking ? { ...draft, taking: { ...taking, usual, strides: 0 } } : draft;
}

/** How many strides in a hundred fewer than on the working side; none fewer is 0. */
export function fewerStrides({ strides, usual }: Taking): number | null {
  if (!usual || strides === 0) return null;
  return Math.max(0, Math.round((100 * (usual - strides)) / usual));
}

export function isTense(draft: RingDraft, tense: boolean, at: string): RingDraft {
  const taking = takingNow(draft);
  if (!taking || tense === (taking.tenseSince !== null)) return draft;
  const tense_s = taking.tense_s + secondsBetween(taking.tenseSince, at);
  return { ...draft, taking: { ...taking, tense_s, tenseSince: tense ? at : null } };
}

/** Seconds that were calm, of all since the clock was started. */
export function calmSeconds(taking: Taking, at: string): number {
  const tense = taking.tense_s + secondsBetween(taking.tenseSince, at);
  return Math.max(0, secondsBetween(taking.startedAt, at) - tense);
}

/** The share of the time that was calm, in a hundred. */
export function calmShare(taking: Taking, at: string): number {
  const whole = secondsBetween(taking.startedAt, at);
  return whole === 0 ? 100 : Math.round((100 * calmSeconds(taking, at)) / whole);
}

export function secondsBetween(from: string | null, to: string): number {
  return from === null ? 0 : Math.max(0, (Date.parse(to) - Date.parse(from)) / 1000);
}
