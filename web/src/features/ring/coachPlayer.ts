// Plays the compiled coach of an item: reads its tables, knows nothing about horses.
import type { CompiledCoach } from "../../shared/api/types";

/** One ask as the coach hears it (or an event); the fields are those that the rules name. */
export interface CoachEntry {
  event: string | null;
  level: number | null;
  answered: boolean;
  coarse: string | null;
  correct: string;
  tension: string;
  over: boolean;
  grade: number | null;
  extent: number | null;
  let_go_s: number | null;
  faults: string[];
}

export interface Context {
  otherSideWaits: boolean;
  timeIsUp: boolean;
}

export interface Advice {
  code: string;
  say: string;
  why: string;
  accepted: boolean;
  heavy: boolean;
  ends: boolean;
  row: number;
  tries: number;
}

type Rule = CompiledCoach["rules"][number];
type Condition = Rule["when"][number];
type Verdict = CompiledCoach["verdicts"][number];

export const PLAIN: CoachEntry = {
  event: null,
  level: null,
  answered: true,
  coarse: null,
  correct: "yes",
  tension: "calm",
  over: false,
  grade: null,
  extent: null,
  let_go_s: null,
  faults: [],
};

/** Advice after each entry in turn; the same as the core's `advise`. */
export function play(coach: CompiledCoach, entries: CoachEntry[], context: Context): Advice[] {
  let state = coach.start;
  let tries = 0;
  let dangers = 0;
  return entries.map((entry) => {
    const signalNumber = classify(coach, entry);
    const signal = at(coach.signals, signalNumber);
    if (signal.is_ask) tries += 1;
    if (signal.is_danger) dangers += 1;
    const atCap = coach.cap !== null && tries >= coach.cap;
    const table = atCap && coach.at_cap ? coach.at_cap : coach.below_cap;
    const cell = state * coach.signals.length + signalNumber;
    state = at(table.next, cell);
    const verdict = inContext(coach, at(coach.verdicts, at(table.verdict, cell)), context, dangers);
    const row = at(coach.rows, state);
    return advice(coach, verdict, entry, signalNumber, row, tries);
  });
}

function classify(coach: CompiledCoach, entry: CoachEntry): number {
  const rule = coach.rules.find((one) => one.when.every((condition) => holds(condition, entry)));
  if (!rule) throw new Error("the last rule of a coach always holds");
  return at(rule.by_level, entry.level ?? 0);
}

function holds(condition: Condition, entry: CoachEntry): boolean {
  const value = entry[condition.field as keyof CoachEntry];
  const values = Array.isArray(value) ? value : [value];
  const { any_of, below = null, above = null } = condition;
  if (any_of) return values.some((one) => one !== null && any_of.includes(one));
  if (typeof value !== "number") return false;
  return (below !== null && value < below) || (above !== null && value > above);
}

function inContext(
  coach: CompiledCoach,
  verdict: Verdict,
  context: Context,
  dangers: number,
): Verdict {
  const swap =
    (context.otherSideWaits ? verdict.if_other_side_waits : null) ??
    (context.timeIsUp ? verdict.if_time_up : null) ??
    (dangers > 1 ? verdict.if_danger_again : null) ??
    null;
  return swap === null ? verdict : at(coach.verdicts, swap);
}

function advice(
  coach: CompiledCoach,
  verdict: Verdict,
  entry: CoachEntry,
  signalNumber: number,
  row: number,
  tries: number,
): Advice {
  const signal = at(coach.signals, signalNumber);
  const said = entry.level === null ? signal.said_without_level : signal.said;
  const logged = entry.faults.find((code) => code in coach.remedies);
  const remedy = (logged && coach.remedies[logged]) || coach.default_remedy;
  const figures: Record<string, string> = {
    ...coach.figures,
    said: said.replace("{level}", String(entry.level)),
    tries: String(tries),
    row: String(row),
    remedy: verdict.text.endsWith(".second") ? remedy.second : remedy.first,
  };
  const texts = coach.texts[verdict.text];
  return {
    code: verdict.code,
    say: fill(texts?.say ?? verdict.code, figures),
    why: fill(texts?.why ?? "", figures),
    accepted: verdict.accepted,
    heavy: verdict.heavy,
    ends: verdict.ends,
    row,
    tries,
  };
}

function fill(template: string, figures: Record<string, string>): string {
  return template.replace(/\{(\w+)\}/g, (_, name: string) => figures[name] ?? "");
}

function at<T>(list: readonly T[], place: number): T {
  if (place >= list.length) throw new Error(`no entry ${place} in a table of ${list.length}`);
  return list[place] as T;
}
