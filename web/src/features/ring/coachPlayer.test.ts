// The player must say what the core says: vectors written by tools/generate.py.
import { describe, expect, it } from "vitest";
import type { CompiledCoach, Side } from "../../shared/api/types";
import { ALONE, type CoachEntry, play, type SoFar } from "./coachPlayer";
import vectors from "./coachVectors.generated.json";

interface Case {
  coach: CompiledCoach;
  otherSideWaits: boolean;
  timeIsUp: boolean;
  soFar: SoFar;
  climbs: boolean;
  side: Side;
  next: string;
  paths: { entries: CoachEntry[]; advice: Record<string, unknown>[] }[];
}

describe.each(vectors as unknown as Case[])("coach of $coach.step", (one) => {
  it.each(one.paths.map((path, n) => [n, path] as const))("path %i", (_, path) => {
    const context = {
      otherSideWaits: one.otherSideWaits,
      timeIsUp: one.timeIsUp,
      climbs: one.climbs,
      side: one.side,
      nextIs: () => one.next,
      elsewhere: () => one.soFar,
    };
    const said = play(one.coach, path.entries, context).map(({ why, mayClimb, ...rest }) => ({
      ...rest,
      reason: why,
      may_climb: mayClimb,
    }));
    expect(said).toEqual(path.advice);
  });
});

it("a broken table is noticed, not guessed around", () => {
  const [first] = vectors as unknown as Case[];
  const coach = { ...(first as Case).coach, signals: [] };
  const entries = (first as Case).paths[0]?.entries ?? [];
  expect(() => play(coach, entries, ALONE)).toThrow();
});
