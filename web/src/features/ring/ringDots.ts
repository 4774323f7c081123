import type { CompiledCoach } from "../../shared/api/types";
import type { AskDot } from "../../shared/drawing/AskDots";
import { play } from "./coachPlayer";
import { entriesOf, type RingDraft, type RingEntry } from "./ringSession";

/** An entry as a dot; whether it was heavy is what the coach said of it. */
export function dotOf(
  entry: RingEntry,
  coach: CompiledCoach | undefined,
  place: number,
  draft: RingDraft,
): AskDot {
  const entries = entriesOf(draft).map((one) => one.entry);
  const advice = coach
    ? play(coach, entries, { otherSideWaits: false, timeIsUp: false })[place]
    : undefined;
  const { level, answered, event, tension } = entry.entry;
  const words = event ?? (level === null ? tension : String(level));
  return {
    id: entry.id,
    level,
    answered: answered && event === null,
    heavy: advice ? !advice.accepted : false,
    name: answered ? words : `none up to ${words}`,
  };
}
