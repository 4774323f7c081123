// An exercise as it is typed, and as it is sent: lists as words, empty fields as nothing.
import type { FaultSource, OwnExercise, StageSource } from "../../shared/api/types";

export interface StageTyped {
  source: Partial<StageSource> & { number: number };
  needs: string;
  target: string;
  within_s: string;
}

export interface ExerciseTyped {
  source: Omit<OwnExercise, "stages" | "faults" | "kit" | "cautions" | "set_ups">;
  kit: string;
  cautions: string;
  set_ups: string;
  cap: string;
  minutes: string;
  ask_s: string;
  rest_s: string;
  set_up_s: string;
  stages: StageTyped[];
  faults: FaultSource[];
}

const NEW: OwnExercise = {
  id: "",
  phase: "P1",
  name: "",
  short: "",
  kind: "L",
  family: "yield-ground",
  sides: "hand",
  cap: 6,
  gait: "walk",
  minutes: 5,
  ask_s: 40,
  rest_s: 60,
  set_up_s: 0,
  kit: [],
  ridden: false,
  exciting: false,
  safety: false,
  compare: "at-least",
  ask: "",
  good_for: "",
  set_ups: [],
  cautions: [],
  demands: [],
  faults: [],
  archived: false,
  stages: [],
};

const NEW_STAGE = { name: "", does: "", looks: "" };

export function emptyExercise(): ExerciseTyped {
  return { ...typed(NEW), stages: [stageTyped({ ...NEW_STAGE, number: 1 })] };
}

export function typed(exercise: OwnExercise): ExerciseTyped {
  const { stages, faults, kit, cautions, set_ups, ...source } = exercise;
  return {
    source,
    kit: (kit ?? []).join(", "),
    cautions: (cautions ?? []).join(", "),
    set_ups: (set_ups ?? []).join(", "),
    cap: exercise.cap === null || exercise.cap === undefined ? "" : String(exercise.cap),
    minutes: String(exercise.minutes),
    ask_s: String(exercise.ask_s),
    rest_s: String(exercise.rest_s),
    set_up_s: String(exercise.set_up_s),
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
    needs: (source.needs ?? []).join(", "),
    target: source.target?.toString() ?? "",
    within_s: source.within_s?.toString() ?? "",
  };
}

/** The form with a stage put in after a place; it gets a number that was never used. */
export function withStage(form: ExerciseTyped, after: number, least: number): ExerciseTyped {
  const used = form.stages.map((stage) => stage.source.number);
  const number = Math.max(least - 1, ...used) + 1;
  const stages = [...form.stages];
  stages.splice(after + 1, 0, stageTyped({ ...NEW_STAGE, number }));
  return { ...form, stages };
}

export function moved(form: ExerciseTyped, place: number, by: number): ExerciseTyped {
  const stages = [...form.stages];
  const [stage] = stages.splice(place, 1);
  if (stage) stages.splice(place + by, 0, stage);
  return { ...form, stages };
}

const words = (text: string) =>
  text
    .split(",")
    .map((one) => one.trim())
    .filter(Boolean);

function number(text: string): number | string | null {
  const plain = text.trim().replace(",", ".");
  if (plain === "") return null;
  return Number.isFinite(Number(plain)) ? Number(plain) : text;
}

/** What is sent; whatever is no number is sent as it is, for the server to name. */
export function asSent(form: ExerciseTyped): Record<string, unknown> {
  const { source } = form;
  return {
    ...source,
    family: source.kind === "L" ? source.family : null,
    unit: source.unit || null,
    kit: words(form.kit),
    cautions: words(form.cautions),
    set_ups: words(form.set_ups),
    cap: number(form.cap),
    minutes: number(form.minutes) ?? 5,
    // A form kept from before these were asked for has none.
    ask_s: number(form.ask_s ?? "") ?? undefined,
    rest_s: number(form.rest_s ?? "") ?? undefined,
    set_up_s: number(form.set_up_s ?? "") ?? undefined,
    stages: form.stages.map((stage) => ({
      ...stage.source,
      needs: words(stage.needs),
      target: number(stage.target),
      within_s: number(stage.within_s),
    })),
    faults: form.faults.map((fault) => ({
      ...fault,
      looks: fault.looks || null,
      first: fault.first || null,
      second: fault.second || null,
    })),
  };
}
