// An exercise as it is typed, and as it is sent: figures as they are typed, empty fields as nothing.
import type { FaultSource, OwnExercise, StageSource } from "../../shared/api/types";
import { asNumber, asTyped } from "../../shared/form/figures";

export interface StageTyped {
  source: Partial<StageSource> & { number: number };
  needs: string[];
  target: string;
  within_s: string;
}

export interface ExerciseTyped {
  source: Omit<OwnExercise, "stages" | "faults" | "kit" | "cautions" | "set_ups">;
  kit: string[];
  cautions: string[];
  set_ups: string[];
  cap: string;
  minutes: string;
  ask_s: string;
  rest_s: string;
  set_up_s: string;
  stages: StageTyped[];
  faults: FaultSource[];
}

const NEW_STAGE = { name: "", does: "", looks: "" };

export function typed(exercise: OwnExercise): ExerciseTyped {
  const { stages, faults, kit, cautions, set_ups, ...source } = exercise;
  return {
    source,
    kit: [...(kit ?? [])],
    cautions: [...(cautions ?? [])],
    set_ups: [...(set_ups ?? [])],
    cap: asTyped(exercise.cap),
    minutes: asTyped(exercise.minutes),
    ask_s: asTyped(exercise.ask_s),
    rest_s: asTyped(exercise.rest_s),
    set_up_s: asTyped(exercise.set_up_s),
    stages: stages.map(stageTyped),
    faults: [...(faults ?? [])],
  };
}

/** A copy under a new name: whatever points at the old one's own stages points at the new one's. */
export function copied(exercise: OwnExercise): ExerciseTyped {
  const copy = typed(exercise);
  return { ...copy, source: { ...copy.source, id: "", name: "", short: "" } };
}

function stageTyped(source: Partial<StageSource> & { number: number }): StageTyped {
  return {
    source,
    needs: [...(source.needs ?? [])],
    target: asTyped(source.target),
    within_s: asTyped(source.within_s),
  };
}

/** A new stage; its number was never used. */
export function newStage(stages: StageTyped[], least: number): StageTyped {
  const used = stages.map((stage) => stage.source.number);
  return stageTyped({ ...NEW_STAGE, number: Math.max(least - 1, ...used) + 1 });
}

type Lists = "kit" | "cautions" | "set_ups";

/** What was kept when lists were still typed as words between commas, and before the last figures were asked for. */
export function upgraded(initial: ExerciseTyped, kept: Partial<ExerciseTyped>): ExerciseTyped {
  const now = { ...initial, ...kept };
  const lists = Object.fromEntries(
    (["kit", "cautions", "set_ups"] satisfies Lists[]).map((name) => [name, listOf(now[name])]),
  ) as Pick<ExerciseTyped, Lists>;
  const stages = now.stages.map((stage) => ({ ...stage, needs: listOf(stage.needs) }));
  return { ...now, ...lists, stages };
}

const listOf = (kept: string[] | string) =>
  typeof kept === "string"
    ? kept
        .split(",")
        .map((one) => one.trim())
        .filter(Boolean)
    : kept;

/** What is sent; whatever is no number is sent as it is, and what is missing left out, for the server to name. */
export function asSent(form: ExerciseTyped): Record<string, unknown> {
  const { source, kit, cautions, set_ups } = form;
  const figure = (typed: string) => asNumber(typed) ?? undefined;
  return {
    ...source,
    family: source.kind === "L" ? source.family : null,
    unit: source.unit || null,
    kit,
    cautions,
    set_ups,
    cap: asNumber(form.cap),
    minutes: figure(form.minutes),
    ask_s: figure(form.ask_s),
    rest_s: figure(form.rest_s),
    set_up_s: figure(form.set_up_s),
    stages: form.stages.map((stage) => ({
      ...stage.source,
      needs: stage.needs,
      target: asNumber(stage.target),
      within_s: asNumber(stage.within_s),
    })),
    faults: form.faults.map((fault) => ({
      ...fault,
      counts_as: fault.counts_as || null,
      looks: fault.looks || null,
      first: fault.first || null,
      second: fault.second || null,
    })),
  };
}
