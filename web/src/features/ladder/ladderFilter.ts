// What is looked for on the ladder, kept in the address: words, state, kit, phase.
import type { HorseLadder, RungExercise, RungStage, StepState } from "../../shared/api/types";

export interface LadderFilter {
  words: string;
  state: StepState | "";
  /** A piece of kit, or "none" for steps that need nothing. */
  kit: string;
}

export const NO_KIT = "none";

export function filterOf(search: URLSearchParams): LadderFilter {
  return {
    words: search.get("q") ?? "",
    state: (search.get("state") ?? "") as StepState | "",
    kit: search.get("kit") ?? "",
  };
}

export function isFiltering(filter: LadderFilter): boolean {
  return filter.words.trim() !== "" || filter.state !== "" || filter.kit !== "";
}

export function fits(exercise: RungExercise, stage: RungStage, filter: LadderFilter): boolean {
  const said =
    `${exercise.name} ${exercise.short} ${stage.name} ${stage.step} ${exercise.name}: ${stage.name}`.toLowerCase();
  const words = filter.words.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.every((word) => said.includes(word))) return false;
  if (filter.state !== "" && stage.state !== filter.state) return false;
  if (filter.kit === "") return true;
  return filter.kit === NO_KIT ? stage.kit.length === 0 : stage.kit.includes(filter.kit);
}

/** The steps that fit, of the whole ladder. */
export function fitting(ladder: HorseLadder, filter: LadderFilter): Set<string> {
  return new Set(
    ladder.rungs.flatMap((rung) =>
      rung.exercises.flatMap((exercise) =>
        exercise.stages.filter((stage) => fits(exercise, stage, filter)).map((one) => one.step),
      ),
    ),
  );
}
