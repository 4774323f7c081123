// A session at the ring as data: what was logged, where in the plan one is. Every change gives the
// new draft and what has to be sent for it; nothing here touches the screen, the clock or the net.
import type {
  CompiledCoach,
  ItemAfter,
  PackItem,
  PlannedStep,
  RingPack,
  Side,
} from "../../shared/api/types";
import {
  type Advice,
  ALONE,
  type CoachEntry,
  type Context,
  type Counter,
  countOf,
  isTry,
  PLAIN,
  play,
  type SoFar,
} from "./coachPlayer";
import {
  type Beside,
  type Change,
  type Details,
  DRAFT_VERSION,
  entriesOf,
  itemNamed,
  packItem,
  planItem,
  type RingDraft,
  type RingEntry,
  type RingSettle,
  type SettleMark,
  type Stamp,
} from "./ringDraft";
import { heldBack } from "./ringFlags";
import { asSyncItem, sendHeader, struckOut } from "./ringSending";

export function startDraft(
  pack: RingPack,
  order: string[],
  helper: boolean,
  date: string,
  stamp: Stamp,
): RingDraft {
  const draft: RingDraft = {
    version: DRAFT_VERSION,
    session: stamp.id,
    horse: pack.facts.id ?? "",
    pack,
    order,
    current: 0,
    side: "none",
    entries: [],
    settle: { startedAt: null, first_min: null, whole_min: null, settled: null },
    date,
    startedAt: stamp.at,
    revision: 0,
    position: 0,
    helper,
    planned: order.flatMap((id) => plannedStep(pack, id)),
  };
  return atItem(draft, 0);
}

/** The same plan in a session that another device has begun: settling is marked there. */
export function joinDraft(draft: RingDraft, session: string): RingDraft {
  const isSettling = (id: string) => itemNamed(draft, id).kind === "settle";
  const order = draft.order.filter((id) => !isSettling(id));
  return atItem({ ...draft, session, order, joined: true }, 0);
}

/** An item of the plan as it is kept with the session; settling and putting away are none. */
function plannedStep(pack: RingPack, id: string): PlannedStep[] {
  const item = pack.plan.items.find((one) => one.id === id);
  if (!item?.step) return [];
  const { kind, step, asks, first_side } = item;
  return [{ kind, step, asks, first_side }];
}

export function coachOf(draft: RingDraft, side = draft.side): CompiledCoach | undefined {
  const place = packItem(draft)?.sides.find((one) => one.side === side)?.coach;
  return place === undefined ? undefined : draft.pack.coaches[place];
}

/** The coach of a knot; where there is none to ask for, events are heard by any coach alike. */
function earOf(draft: RingDraft, side: Side): CompiledCoach | undefined {
  return coachOf(draft, side) ?? draft.pack.coaches[0];
}

/** What was said of each entry of the current knot on a side, but for what the clock adds. */
export function playedOn(draft: RingDraft, side: Side): Advice[] {
  const played = PLAYED.get(draft) ?? new Map<string, Advice[]>();
  PLAYED.set(draft, played);
  const key = `${planItem(draft).id} ${side}`;
  const known = played.get(key) ?? playWith(draft, earOf(draft, side), planItem(draft).id, side);
  played.set(key, known);
  return known;
}

/** A draft never changes: each side of a knot is played once for it, however many ask. */
const PLAYED = new WeakMap<RingDraft, Map<string, Advice[]>>();

function playWith(
  draft: RingDraft,
  coach: CompiledCoach | undefined,
  item: string,
  side: Side,
  context: Partial<Context> = {},
): Advice[] {
  if (!coach) return [];
  const own = entriesOf(draft, item, side);
  const entries = own.map((one) => one.entry);
  return play(coach, entries, {
    ...ALONE,
    side,
    ...context,
    elsewhere: (place) => elsewhereBefore(draft, coach, own, place),
  });
}

/** What was counted in the other knots, and on the other side, before an entry of this one. */
function elsewhereBefore(
  draft: RingDraft,
  coach: CompiledCoach,
  own: RingEntry[],
  place: number,
): SoFar {
  const until = own[place]?.position ?? draft.position;
  const here = new Set(own);
  const before = draft.entries.filter((one) => one.position < until && !here.has(one));
  const ofExercise = before.filter((one) => exerciseOf(one.step) === exerciseOf(coach.step));
  const side = own[place]?.side ?? draft.side;
  const counted = (counter: Counter) => {
    const among = coach.counters[counter]?.of_the_exercise ? ofExercise : before;
    return countOf(coach, counter, heard(among));
  };
  const tried = ofExercise.filter((one) => coach.exercise_tries.both_sides || one.side === side);
  const counters = Object.keys(coach.counters) as Counter[];
  return {
    ...Object.fromEntries(counters.map((counter) => [counter, counted(counter)])),
    tries: heard(tried).filter((entry) => isTry(coach, entry)).length,
  };
}

type PackClimb = NonNullable<PackItem["climb"]>;

const heard = (entries: RingEntry[]) => entries.map((one) => one.entry);

const exerciseOf = (step: string) => step.slice(0, step.lastIndexOf("."));

/** The first instruction of the current knot on this side. */
export function beginOf(draft: RingDraft): string {
  const side = packItem(draft)?.sides.find((one) => one.side === draft.side);
  return side?.begin ?? `${planItem(draft).name}.`;
}

/** What is said of knots that cannot be tried. */
export function passedOver(pack: RingPack, knots: number): string {
  const [one, several] = pack.passed_over;
  return knots === 1 ? one : several.replace("{knots}", String(knots));
}

export function adviceOn(draft: RingDraft, side: Side, minutesLeft: number): Advice | null {
  const context = {
    otherSideWaits: otherSideWaits(draft, side),
    timeIsUp: minutesLeft <= 0,
    climbs: climbNow(draft, side, minutesLeft) !== null,
    nextIs: (finishes: boolean) => nameOfNext(draft, finishes),
  };
  return playWith(draft, earOf(draft, side), planItem(draft).id, side, context).at(-1) ?? null;
}

/** The knot that may follow at once, as far as the plan, the time and the other side go. */
function climbNow(draft: RingDraft, side: Side, minutesLeft: number): string | null {
  const climb = packItem(draft)?.climb;
  if (!climb || goesUpNoMore(draft) || !mayFollow(draft, climb, minutesLeft)) return null;
  return othersMayClimb(draft, side) ? climb.item : null;
}

/** Is the limit of going up reached for today? */
function goesUpNoMore(draft: RingDraft): boolean {
  const goneUp = (draft.climbMarks ?? []).filter((mark) => !mark.isProbe).length;
  return goneUp >= (draft.pack.plan.most_climbs ?? 0);
}

function mayFollow(draft: RingDraft, one: PackClimb, minutesLeft: number): boolean {
  const isThere = draft.order.includes(one.item) || heldBack(draft).has(one.item);
  return !isThere && minutesLeft >= one.minutes_left;
}

function othersMayClimb(draft: RingDraft, side: Side): boolean {
  const others = (packItem(draft)?.sides ?? []).filter((one) => one.side !== side);
  return others.every((one) =>
    playedOn(draft, one.side).some((advice) => advice.ends && advice.mayClimb),
  );
}

/** How one ask of the stage after this one is offered, where this one came and goes up no more today. */
export function probeOffered(draft: RingDraft, advice: Advice | null, minutesLeft: number) {
  const { climb = null, probe = null, probe_words = "" } = packItem(draft) ?? {};
  if (!probe || advice?.code !== "next-exercise" || !advice.mayClimb) return null;
  if (climb && !goesUpNoMore(draft)) return null;
  const follows = mayFollow(draft, probe, minutesLeft) && othersMayClimb(draft, draft.side);
  return follows ? probe_words : null;
}

/** Goes up a stage: its knot comes next, and what was to come comes after it. */
export function goUp(draft: RingDraft): RingDraft {
  return withNext(draft, packItem(draft)?.climb?.item, false);
}

/** The same for the one ask to see. */
export function probe(draft: RingDraft): RingDraft {
  return withNext(draft, packItem(draft)?.probe?.item, true);
}

function withNext(draft: RingDraft, item: string | undefined, isProbe: boolean): RingDraft {
  if (!item || draft.order.includes(item)) return draft;
  const before = draft.order.slice(0, draft.current + 1);
  const order = [...before, item, ...draft.order.slice(draft.current + 1)];
  const mark = { item, position: draft.position, ...(isProbe ? { isProbe } : {}) };
  const climbMarks = [...(draft.climbMarks ?? []), mark];
  return atItem({ ...draft, order, climbMarks }, draft.current + 1);
}

/** The name of what comes next in this plan; where it is time to finish, of the easy yes. */
function nameOfNext(draft: RingDraft, finishes: boolean): string {
  const place = (finishes ? easyYesAhead(draft) : null) ?? nextPlace(draft);
  return place === null ? "" : planItem(draft, place).name;
}

/** Has the other side of this knot still to be done? */
export function otherSideWaits(draft: RingDraft, side = draft.side): boolean {
  const other = otherSide(side);
  const coach = coachOf(draft, other);
  if (other === "none" || !coach) return false;
  return !playedOn(draft, other).some((advice) => advice.ends);
}

export function otherSide(side: Side): Side {
  return side === "left" ? "right" : side === "right" ? "left" : "none";
}

/** After 'go easier' the asks are of the stage before. */
export function stepNow(draft: RingDraft): string {
  return easierNow(draft)?.step ?? planItem(draft).step ?? "";
}

/** The easier stage that is being asked, once the coach has said so. */
export function easierNow(draft: RingDraft): PackItem["easier"] {
  const wentEasier = playedOn(draft, draft.side).some((advice) => advice.code === "go-easier");
  return wentEasier ? (packItem(draft)?.easier ?? null) : null;
}

export function logAsk(
  draft: RingDraft,
  part: Partial<CoachEntry>,
  stamp: Stamp,
  { strength = null, lead = null, more = {} }: Beside = {},
): Change {
  const entry = { ...PLAIN, ...part };
  const added: RingEntry = {
    ...stamp,
    item: planItem(draft).id,
    step: stepNow(draft),
    side: draft.side,
    entry,
    strength,
    lead,
    more,
    position: draft.position,
  };
  const opened = draft.revision === 0 ? sendHeader(draft, null) : { draft, items: [] };
  return {
    draft: {
      ...opened.draft,
      entries: [...draft.entries, added],
      position: draft.position + 1,
    },
    items: [...opened.items, asSyncItem(opened.draft, added)],
  };
}

export function logEvent(draft: RingDraft, kind: string, stamp: Stamp): Change {
  return logAsk(draft, { event: kind }, stamp);
}

/** Says more of something that happened; it is sent anew. */
export function tellMore(
  draft: RingDraft,
  id: string,
  details: Partial<Details>,
  stamp: Stamp,
): Change {
  const told = draft.entries.find((one) => one.id === id);
  if (!told) return { draft, items: [] };
  const said = { ...told, id: stamp.id, details: { ...NOT_SAID, ...told.details, ...details } };
  return {
    draft: { ...draft, entries: draft.entries.map((one) => (one === told ? said : one)) },
    items: [struckOut(told.id), asSyncItem(draft, said)],
  };
}

const NOT_SAID: Details = { thing: null, spot: null, recovered_s: null };

/** The answer just given on this side of the knot; what happened between is passed over. */
export function lastAnswer(draft: RingDraft): RingEntry | undefined {
  return entriesOf(draft).findLast((one) => one.entry.event === null);
}

/** Says more of the answer just given; where it has gone out already it is sent anew. */
export function amend(
  draft: RingDraft,
  part: Partial<CoachEntry>,
  { lead, more }: Beside,
  stamp: Stamp,
): Change {
  const last = lastAnswer(draft);
  if (!last) return { draft, items: [] };
  const said: RingEntry = {
    ...last,
    id: stamp.id,
    entry: { ...last.entry, ...part },
    ...(lead === undefined ? {} : { lead }),
    ...(more === undefined ? {} : { more }),
  };
  return {
    draft: { ...draft, entries: draft.entries.map((one) => (one === last ? said : one)) },
    items: [struckOut(last.id), asSyncItem(draft, said)],
  };
}

export function canUndo(draft: RingDraft): boolean {
  return draft.entries.length > 0 || (draft.settleMarks ?? []).length > 0;
}

/** Takes the last thing logged back; whatever has gone out already is struck out there too. */
export function undo(draft: RingDraft): Change {
  const last = draft.entries.at(-1);
  const mark = draft.settleMarks?.at(-1);
  if (mark && (!last || mark.position > last.position)) return undoMark(draft, mark);
  if (!last) return { draft, items: [] };
  const { order, climbMarks } = climbsBefore(draft, last.position);
  const current = order.indexOf(last.item);
  const entries = draft.entries.slice(0, -1);
  return {
    draft: { ...draft, entries, order, climbMarks, current, side: last.side },
    items: [struckOut(last.id)],
  };
}

/** The knots without the stages gone up to after an entry: it is what let them follow. */
function climbsBefore(draft: RingDraft, position: number) {
  const marks = draft.climbMarks ?? [];
  const after = marks.filter((mark) => mark.position > position).map((mark) => mark.item);
  return {
    order: draft.order.filter((id) => !after.includes(id)),
    climbMarks: marks.filter((mark) => mark.position <= position),
  };
}

/** As it stood before the mark, with the knots that 'did not settle' had dropped. */
function undoMark(draft: RingDraft, { before, order }: SettleMark): Change {
  const whole = { ...draft, order };
  const place = order.findIndex((_, n) => planItem(whole, n).kind === "settle");
  return sendHeader(
    {
      ...atItem(whole, place),
      settle: before,
      settleMarks: (draft.settleMarks ?? []).slice(0, -1),
    },
    null,
  );
}

export function toSide(draft: RingDraft, side: Side): RingDraft {
  return { ...draft, side };
}

export function atItem(draft: RingDraft, place: number): RingDraft {
  const current = Math.min(Math.max(place, 0), draft.order.length - 1);
  return { ...draft, current, side: planItem({ ...draft, current }).first_side };
}

/** The next knot that is worked: those whose forerunners did not come light are passed over. */
export function nextPlace(draft: RingDraft): number | null {
  for (let place = draft.current + 1; place < draft.order.length; place += 1)
    if (!isPassedOver(draft, place)) return place;
  return null;
}

/** Goes on to the next knot; how many were passed over on the way. */
export function goOn(draft: RingDraft): { draft: RingDraft; passed: number } {
  const place = nextPlace(draft);
  if (place === null) return { draft, passed: 0 };
  return { draft: atItem(draft, place), passed: place - draft.current - 1 };
}

export function isLast(draft: RingDraft): boolean {
  return nextPlace(draft) === null;
}

/** Back to the knot before; what was logged in it is as it was. */
export function goBack(draft: RingDraft): RingDraft {
  return draft.current === 0 ? draft : atItem(draft, draft.current - 1);
}

/** The easy yes, where the coach says to finish on something it can do and it is still to come. */
export function easyYesPlace(draft: RingDraft, advice: Advice | null): number | null {
  return advice?.finishes ? easyYesAhead(draft) : null;
}

function easyYesAhead(draft: RingDraft): number | null {
  const place = draft.order.findIndex(
    (_, n) =>
      n > draft.current && planItem(draft, n).kind === "easy-yes" && !isPassedOver(draft, n),
  );
  return place === -1 ? null : place;
}

/** Without what is left out for a horse that did not settle. */
function asNotSettled(draft: RingDraft): RingDraft {
  const dropped = draft.pack.not_settled_drops;
  const order = draft.order.filter((id, n) => n <= draft.current || !dropped.includes(id));
  return { ...draft, order };
}

/** A knot waits for others of this session. One that was dropped from it holds no try back, but what opens
 * only today stays shut without it. What a flag raised today holds back is not worked. */
function isPassedOver(draft: RingDraft, place: number): boolean {
  if (heldBack(draft).has(planItem(draft, place).id)) return true;
  const waitsFor = planItem(draft, place).after.filter(
    ({ item, row }) => row > 1 || draft.order.includes(item),
  );
  return waitsFor.some((one) => !hasCome(draft, one));
}

function longestRow(good: boolean[]): number {
  let longest = 0;
  let row = 0;
  for (const one of good) {
    row = one ? row + 1 : 0;
    longest = Math.max(longest, row);
  }
  return longest;
}

/** Was a knot's own step, not an easier one, answered on every side, so often in a row: accepted, or up to
 * a level, or at all; from the first answer on, where it has to come at once? */
// A session begun before there were rows has none: one answer will do.
function hasCome(draft: RingDraft, after: ItemAfter): boolean {
  const { item: id, light, up_to = null, row = 1, at_once } = after;
  if (!draft.order.includes(id)) return false;
  const sides = draft.pack.items.find((one) => one.item === id)?.sides ?? [];
  const { step } = planItem(draft, draft.order.indexOf(id));
  return sides.every(({ side, coach }) => {
    const logged = entriesOf(draft, id, side);
    const played = playWith(draft, draft.pack.coaches[coach], id, side);
    const good = played.map((one, place) => {
      if (logged[place]?.step !== step) return false;
      const isLow = up_to === null || (logged[place].entry.level ?? 1) <= up_to;
      return light ? one.accepted : one.came && isLow;
    });
    return longestRow(at_once ? good.slice(0, row) : good) >= row;
  });
}

/** One more mark on the settle clock. */
export function withSettle(draft: RingDraft, settle: Partial<RingSettle>): Change {
  const mark = { position: draft.position, before: draft.settle, order: draft.order };
  const marked = {
    ...draft,
    settle: { ...draft.settle, ...settle },
    settleMarks: [...(draft.settleMarks ?? []), mark],
  };
  return sendHeader(settle.settled === false ? asNotSettled(marked) : marked, null);
}

export function minutesBetween(from: string, to: string): number {
  return Math.round(((Date.parse(to) - Date.parse(from)) / 60_000) * 10) / 10;
}
