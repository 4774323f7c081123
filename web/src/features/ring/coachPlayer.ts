// Plays the compiled coach of an item: reads its tables, knows nothing about horses.
import type { CompiledCoach, Side } from "../../shared/api/types";

/** One ask as the coach hears it (or an event); the fields are those that the rules name. */
export interface CoachEntry {
  event: string | null;
  /** Of the stage it belongs to, where that is not the item's own. */
  step: string | null;
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
  spot: string | null;
}

/** What was heard elsewhere in the session, by counter, and the tries of the exercise elsewhere. */
export type SoFar = Partial<Record<Counter | "tries", number>>;

export interface Context {
  otherSideWaits: boolean;
  timeIsUp: boolean;
  /** May the stage above follow, as far as the plan, the time and the other side go? */
  climbs: boolean;
  side: Side;
  /** What comes next in this plan, by name; empty: not known. */
  nextIs: (finishes: boolean) => string;
  /** What was heard elsewhere before each entry. */
  elsewhere: (place: number) => SoFar;
}

/** For a side that is looked at by itself. */
export const ALONE: Context = {
  otherSideWaits: false,
  timeIsUp: false,
  climbs: false,
  side: "none",
  nextIs: () => "",
  elsewhere: () => ({}),
};

export interface Advice {
  code: string;
  say: string;
  why: string;
  accepted: boolean;
  heavy: boolean;
  came: boolean;
  ends: boolean;
  /** The easy yes comes next. */
  finishes: boolean;
  /** The aim is met light and calm, with tries left for the stage above. */
  mayClimb: boolean;
  /** To be seen at once. */
  urgent: boolean;
  /** How the answer is drawn, and what it is called. */
  mark: Signal["mark"];
  said: string;
  row: number;
  tries: number;
  /** Seconds to stand before anything else is asked; null: none. */
  wait_s: number | null;
}

type Rule = CompiledCoach["rules"][number];
type Condition = Rule["when"][number];
type Verdict = CompiledCoach["verdicts"][number];
type Swap = CompiledCoach["swaps"][number];
type Signal = CompiledCoach["signals"][number];
export type Counter = keyof CompiledCoach["counters"];

export const PLAIN: CoachEntry = {
  event: null,
  step: null,
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
  spot: null,
};

/** Advice after each entry in turn; the same as the core's `advise`. */
export function play(coach: CompiledCoach, entries: CoachEntry[], context: Context): Advice[] {
  let state = coach.start;
  let tries = 0;
  let row = 0;
  const counts = new Counts(coach, context.elsewhere);
  return entries.map((entry, place) => {
    const signalNumber = classify(coach, entry);
    const signal = at(coach.signals, signalNumber);
    if (signal.is_ask) tries += 1;
    const holding = counts.hear(entry, place, signal.is_ask ? signalNumber : null);
    const left = triesLeft(coach, tries, context.elsewhere(place).tries ?? 0);
    const atCap = (coach.cap !== null && tries >= coach.cap) || left <= 0;
    const table = coach.tables[atCap ? 1 : 0];
    const cell = state * coach.signals.length + signalNumber;
    state = at(table.next, cell);
    const plain = at(coach.verdicts, at(table.verdict, cell));
    row = rowAfter(row, plain, coach.aim);
    const mayClimb = counts.isLightAndCalm(place, plain) && left >= coach.exercise_tries.of_a_climb;
    const fault = coach.faults.find((code) => entry.faults.includes(code)) ?? "";
    const verdict = inContext(coach, plain, {
      ...holding,
      "remedy-again": counts.saidOf(fault) >= coach.limits.remedies,
      "row-full": row >= coach.aim,
      "other-side-waits": context.otherSideWaits,
      climb: context.climbs && mayClimb,
      "time-up": context.timeIsUp,
    });
    if (verdict.code === "remedy") counts.say(fault);
    return advice(coach, verdict, entry, {
      fault,
      signalNumber,
      row,
      tries,
      mayClimb: verdict.aim_met && mayClimb,
      side: context.side,
      next: context.nextIs(verdict.finishes),
    });
  });
}

/** Of the whole exercise, however far it went up this session. */
function triesLeft({ exercise_tries }: CompiledCoach, here: number, elsewhere: number): number {
  const { most } = exercise_tries;
  return most === null ? Number.POSITIVE_INFINITY : most - elsewhere - here;
}

/** Does an entry use a try? */
export function isTry(coach: CompiledCoach, entry: CoachEntry): boolean {
  return at(coach.signals, classify(coach, entry)).is_ask;
}

/** How often each counter's conditions hold among some entries. */
export function countOf(coach: CompiledCoach, counter: Counter, entries: CoachEntry[]): number {
  return entries.filter((entry) => adds(coach, counter, entry)).length;
}

function adds(coach: CompiledCoach, counter: Counter, entry: CoachEntry): boolean {
  return Boolean(coach.counters[counter]?.when_any.some((one) => holds(one, entry)));
}

/** What the table does not hold: what comes again, here or anywhere in the session. */
class Counts {
  private readonly here = new Map<Counter, number>();
  private readonly remedies = new Map<string, number>();
  private tightRun = 0;
  private nervesSaid: boolean;
  private last: number | null = null;
  private sameRun = 0;
  private heavies = 0;

  constructor(
    private readonly coach: CompiledCoach,
    private readonly elsewhere: (place: number) => SoFar,
  ) {
    this.nervesSaid = this.isOftenTight(0);
  }

  /** ``signal``: the number of the answer's; null: it was no try. */
  hear(entry: CoachEntry, place: number, signal: number | null) {
    const { limits } = this.coach;
    for (const counter of Object.keys(this.coach.counters) as Counter[])
      if (adds(this.coach, counter, entry)) this.here.set(counter, this.ofHere(counter) + 1);
    const tight = adds(this.coach, "tights", entry);
    if (tight) this.tightRun += 1;
    else if (signal !== null) this.tightRun = 0;
    if (signal !== null) {
      this.sameRun = signal === this.last ? this.sameRun + 1 : 1;
      this.last = signal;
    }
    const often = this.isOftenTight(place) || this.tightRun >= limits.tight_run;
    const nervous = tight && (this.nervesSaid || often);
    const again = nervous && this.nervesSaid;
    if (nervous) this.nervesSaid = true;
    return {
      "danger-again": this.total("dangers", place) >= limits.dangers,
      "body-again": this.total("stumbles", place) >= limits.stumbles,
      "tired-again": this.total("tired", place) >= limits.tired,
      "alarm-again": this.total("alarms", place) >= limits.alarms,
      nerves: nervous && !again,
      "nerves-again": again,
      "same-rounds": limits.same_rounds !== null && this.sameRun >= limits.same_rounds,
    };
  }

  /** May the stage above follow, as far as the answers go? The verdict is the one just given. */
  isLightAndCalm(place: number, { heavy }: Verdict): boolean {
    if (heavy) this.heavies += 1;
    const upset = this.total("alarms", place) + this.total("stops", place);
    return this.heavies <= this.coach.limits.heavies_to_climb && upset === 0;
  }

  saidOf(fault: string): number {
    return this.remedies.get(fault) ?? 0;
  }

  say(fault: string) {
    this.remedies.set(fault, this.saidOf(fault) + 1);
  }

  private isOftenTight(place: number): boolean {
    const { tights } = this.coach.limits;
    return tights !== null && this.total("tights", place) >= tights;
  }

  private ofHere(counter: Counter): number {
    return this.here.get(counter) ?? 0;
  }

  private total(counter: Counter, place: number): number {
    return (this.elsewhere(place)[counter] ?? 0) + this.ofHere(counter);
  }
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

export function holds(condition: Condition, entry: CoachEntry): boolean {
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

interface Known {
  fault: string;
  signalNumber: number;
  row: number;
  tries: number;
  mayClimb: boolean;
  side: Side;
  next: string;
}

function advice(coach: CompiledCoach, verdict: Verdict, entry: CoachEntry, known: Known): Advice {
  const { row, tries, mayClimb } = known;
  const signal = at(coach.signals, known.signalNumber);
  const calledSo = entry.level === null ? signal.said_without_level : signal.said;
  const said = fill(calledSo, { level: String(entry.level), measured: measured(coach, entry) });
  const figures = figuresOf(coach, verdict, entry, { ...known, said });
  const texts = coach.texts[verdict.text];
  return {
    code: verdict.code,
    say: fill(texts?.say ?? verdict.code, figures),
    why: fill(texts?.why ?? "", figures),
    accepted: verdict.accepted,
    heavy: verdict.heavy,
    came: signal.came,
    ends: verdict.ends,
    finishes: verdict.finishes,
    mayClimb,
    urgent: verdict.urgent,
    mark: signal.mark,
    said,
    row,
    tries,
    wait_s: texts?.wait_s ?? null,
  };
}

/** What stands for the names in the texts. */
function figuresOf(
  coach: CompiledCoach,
  verdict: Verdict,
  entry: CoachEntry,
  known: Known & { said: string },
): Record<string, string> {
  const named = coach.remedies[known.fault];
  const remedy = named ?? coach.default_remedy;
  return {
    ...coach.figures,
    said: known.said,
    tries: String(known.tries),
    row: String(known.row),
    remedy: verdict.text.endsWith(".second") ? remedy.second : remedy.first,
    fault: (named ?? coach.no_fault).looks,
    with_remedy: named ? ` ${named.first}` : "",
    where: coach.where[known.side] + (entry.spot ? fill(coach.at_spot, { spot: entry.spot }) : ""),
    next: known.next ? fill(coach.comes_next, { next: known.next }) : "",
  };
}

/** What was measured, beside 'Done' and 'Not yet'. */
function measured(coach: CompiledCoach, { let_go_s, extent }: CoachEntry): string {
  if (let_go_s !== null) return fill(coach.measured.let_go, { let_go_s: String(let_go_s) });
  return extent === null ? "" : fill(coach.measured.extent, { extent: String(extent) });
}

function fill(template: string, figures: Record<string, string>): string {
  return template.replace(/\{(\w+)\}/g, (_, name: string) => figures[name] ?? "");
}

function at<T>(list: readonly T[], place: number): T {
  if (place >= list.length) throw new Error(`no entry ${place} in a table of ${list.length}`);
  return list[place] as T;
}
