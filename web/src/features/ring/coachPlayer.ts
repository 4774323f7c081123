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
  came: boolean;
  ends: boolean;
  /** To be seen at once. */
  urgent: boolean;
  /** How the answer is drawn, and what it is called. */
  mark: Signal["mark"];
  said: string;
  row: number;
  tries: number;
}

type Rule = CompiledCoach["rules"][number];
type Condition = Rule["when"][number];
type Verdict = CompiledCoach["verdicts"][number];
type Swap = CompiledCoach["swaps"][number];
type Signal = CompiledCoach["signals"][number];

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
  let row = 0;
  let dangers = 0;
  let alarms = 0;
  return entries.map((entry) => {
    const signalNumber = classify(coach, entry);
    const signal = at(coach.signals, signalNumber);
    if (signal.is_ask) tries += 1;
    if (signal.is_danger) dangers += 1;
    if (signal.is_alarm) alarms += 1;
    const table = coach.tables[coach.cap !== null && tries >= coach.cap ? 1 : 0];
    const cell = state * coach.signals.length + signalNumber;
    state = at(table.next, cell);
    const plain = at(coach.verdicts, at(table.verdict, cell));
    row = rowAfter(row, plain, coach.aim);
    const verdict = inContext(coach, plain, {
      "danger-again": dangers > 1,
      "alarm-again": alarms > 1,
      "row-full": row >= coach.aim,
      "other-side-waits": context.otherSideWaits,
      "time-up": context.timeIsUp,
    });
    return advice(coach, verdict, entry, signalNumber, row, tries);
  });
}

function rowAfter(row: number, verdict: Verdict, aim: number): number {
  if (verdict.row === "adds") return Math.min(row + 1, aim);
  return verdict.row === "keeps" ? row : 0;
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

/** What is said once the counters outside the table are looked at, in the coach's own order. */
function inContext(coach: CompiledCoach, plain: Verdict, holding: Record<Swap, boolean>): Verdict {
  let verdict = plain;
  for (const swap of coach.swaps) {
    const other = holding[swap] ? verdict.swaps[swap] : undefined;
    if (other !== undefined) verdict = at(coach.verdicts, other);
  }
  return verdict;
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
  const calledSo = entry.level === null ? signal.said_without_level : signal.said;
  const said = calledSo.replace("{level}", String(entry.level));
  const logged = entry.faults.find((code) => code in coach.remedies);
  const remedy = (logged && coach.remedies[logged]) || coach.default_remedy;
  const figures: Record<string, string> = {
    ...coach.figures,
    said,
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
    came: signal.came,
    ends: verdict.ends,
    urgent: verdict.urgent,
    mark: signal.mark,
    said,
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
