// Flags that a session raises by itself: counted from what was tapped by the conditions in the pack, so
// that harder work is taken away at once, also with no signal. Knows nothing about horses.
import type { PackFlag } from "../../shared/api/types";
import { holds } from "./coachPlayer";
import type { RingDraft, RingEntry } from "./ringDraft";

type Sign = PackFlag["any_of"][number];

/** The flags raised by what was tapped so far, the gravest first. */
export function raisedFlags(draft: RingDraft): PackFlag[] {
  return (draft.pack.flags ?? []).filter((flag) =>
    flag.any_of.some((sign) => isReached(sign, draft.entries)),
  );
}

/** The knots that they hold back. */
export function heldBack(draft: RingDraft): Set<string> {
  return new Set(raisedFlags(draft).flatMap((flag) => flag.drops));
}

function isReached(sign: Sign, entries: RingEntry[]): boolean {
  const { step, side, share = null, same_within_s = null } = sign;
  const concerned = entries.filter(
    (one) => (step ?? one.step) === one.step && (side ?? one.side) === one.side,
  );
  const asks = concerned.filter((one) => one.entry.event === null);
  const among = sign.first_only ? asks.slice(0, 1) : concerned;
  const fitting = among.filter((one) => fits(sign, one));
  if (share !== null) return asks.length >= sign.at_least && fitting.length >= share * asks.length;
  return apart(fitting, same_within_s).length >= sign.at_least;
}

function fits(sign: Sign, { entry }: RingEntry): boolean {
  return sign.when_any.some((group) => group.every((condition) => holds(condition, entry)));
}

/** Without the asks that an event within so many seconds speaks of as well. */
function apart(fitting: RingEntry[], seconds: number | null): RingEntry[] {
  if (seconds === null) return fitting;
  const events = fitting.filter((one) => one.entry.event !== null);
  const isTold = (one: RingEntry) =>
    one.entry.event === null &&
    events.some((event) => Math.abs(Date.parse(event.at) - Date.parse(one.at)) <= 1000 * seconds);
  return fitting.filter((one) => !isTold(one));
}
