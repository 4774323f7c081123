// A session at the ring as data: what was logged, where in the plan one is. Every change gives the
// new draft and what has to be sent for it; nothing here touches the screen, the clock or the net.
import type {
  CompiledCoach,
  PackItem,
  PlanItem,
  RingPack,
  Side,
  SyncItem,
} from "../../shared/api/types";
import { type Advice, type CoachEntry, PLAIN, play } from "./coachPlayer";

export interface RingEntry {
  id: string;
  item: string;
  step: string;
  side: Side;
  entry: CoachEntry;
  strength: number | null;
  at: string;
  position: number;
}

export interface RingSettle {
  startedAt: string | null;
  first_min: number | null;
  whole_min: number | null;
  settled: boolean | null;
}

export interface RingDraft {
  version: 1;
  session: string;
  horse: string;
  pack: RingPack;
  /** Ids of the items, in the order they are worked. */
  order: string[];
  current: number;
  side: Side;
  entries: RingEntry[];
  settle: RingSettle;
  date: string;
  startedAt: string;
  revision: number;
  position: number;
  helper: boolean;
}

export interface Change {
  draft: RingDraft;
  items: SyncItem[];
}

export interface Stamp {
  id: string;
  at: string;
}

export function startDraft(
  pack: RingPack,
  order: string[],
  helper: boolean,
  date: string,
  stamp: Stamp,
): RingDraft {
  const draft: RingDraft = {
    version: 1,
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
  };
  return atItem(draft, 0);
}

export function planItem(draft: RingDraft, place = draft.current): PlanItem {
  const id = draft.order[place];
  const item = draft.pack.plan.items.find((one) => one.id === id);
  if (!item) throw new Error(`no item ${id} in the plan`);
  return item;
}

export function packItem(draft: RingDraft): PackItem | undefined {
  return draft.pack.items.find((one) => one.item === draft.order[draft.current]);
}

/** Entries of the current knot on a side, in order. */
export function entriesOf(
  draft: RingDraft,
  item = planItem(draft).id,
  side = draft.side,
): RingEntry[] {
  return draft.entries.filter((one) => one.item === item && one.side === side);
}

export function coachOf(draft: RingDraft, side = draft.side): CompiledCoach | undefined {
  const place = packItem(draft)?.sides.find((one) => one.side === side)?.coach;
  return place === undefined ? undefined : draft.pack.coaches[place];
}

/** What was said of each entry of the current knot on a side, but for what the clock adds. */
export function playedOn(draft: RingDraft, side: Side): Advice[] {
  const coach = coachOf(draft, side);
  if (!coach) return [];
  const entries = entriesOf(draft, planItem(draft).id, side).map((one) => one.entry);
  return play(coach, entries, { otherSideWaits: false, timeIsUp: false });
}

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

export function adviceOn(draft: RingDraft, side: Side, timeIsUp: boolean): Advice | null {
  const coach = coachOf(draft, side);
  if (!coach) return null;
  const entries = entriesOf(draft, planItem(draft).id, side).map((one) => one.entry);
  const context = { otherSideWaits: otherSideWaits(draft, side), timeIsUp };
  return play(coach, entries, context).at(-1) ?? null;
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
  const item = planItem(draft);
  const easier = packItem(draft)?.easier_step;
  const wentEasier = playedOn(draft, draft.side).some((advice) => advice.code === "go-easier");
  return easier && wentEasier ? easier : (item.step ?? "");
}

export function logAsk(
  draft: RingDraft,
  part: Partial<CoachEntry>,
  strength: number | null,
  stamp: Stamp,
): Change {
  const entry = { ...PLAIN, ...part };
  const added: RingEntry = {
    ...stamp,
    item: planItem(draft).id,
    step: stepNow(draft),
    side: draft.side,
    entry,
    strength,
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
  return logAsk(draft, { event: kind }, null, stamp);
}

function asSyncItem(draft: RingDraft, added: RingEntry): SyncItem {
  const common = { id: added.id, session: draft.session, position: added.position, revision: 0 };
  const { event, ...entry } = added.entry;
  if (event !== null) {
    return { ...common, type: "event", body: { kind: event, at: added.at } };
  }
  const item = planItem(draft);
  const band = item.step_kind === "L" ? item.band : null;
  return {
    ...common,
    type: "ask",
    body: {
      ...entry,
      step: added.step,
      side: added.side,
      strength: added.strength,
      band_top: band ? band[1] : null,
      at: added.at,
    },
  };
}

/** Takes the last thing logged back; whatever has gone out already is struck out there too. */
export function undo(draft: RingDraft): Change {
  const last = draft.entries.at(-1);
  if (!last) return { draft, items: [] };
  const place = draft.order.indexOf(last.item);
  return {
    draft: { ...draft, entries: draft.entries.slice(0, -1), current: place, side: last.side },
    items: [{ type: "delete", id: last.id, position: 0, revision: 0, body: {} }],
  };
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

/** A knot waits for others of this session; one that was dropped from it holds nothing back. */
function isPassedOver(draft: RingDraft, place: number): boolean {
  const waitsFor = planItem(draft, place).after.filter(({ item }) => draft.order.includes(item));
  return waitsFor.some(({ item, light }) => !hasCome(draft, item, light));
}

/** Was a knot's own step, not an easier one, answered on every side: accepted, or at all? */
function hasCome(draft: RingDraft, id: string, light: boolean): boolean {
  const sides = draft.pack.items.find((one) => one.item === id)?.sides ?? [];
  const { step } = planItem(draft, draft.order.indexOf(id));
  return sides.every(({ side, coach }) => {
    const table = draft.pack.coaches[coach];
    const logged = entriesOf(draft, id, side);
    const context = { otherSideWaits: false, timeIsUp: false };
    const entries = logged.map((one) => one.entry);
    const played = table === undefined ? [] : play(table, entries, context);
    return played.some(
      (one, place) => logged[place]?.step === step && (light ? one.accepted : one.came),
    );
  });
}

export function withSettle(draft: RingDraft, settle: Partial<RingSettle>): Change {
  return sendHeader({ ...draft, settle: { ...draft.settle, ...settle } }, null);
}

export function finish(draft: RingDraft, endedAt: string): Change {
  return sendHeader(draft, endedAt);
}

/** The session itself, with a revision of its own so that the latest wins wherever it arrives. */
function sendHeader(draft: RingDraft, endedAt: string | null): Change {
  const next = { ...draft, revision: draft.revision + 1 };
  const { first_min, whole_min, settled } = draft.settle;
  const hasSettle = first_min !== null || whole_min !== null || settled !== null;
  const item: SyncItem = {
    type: "session",
    id: draft.session,
    horse: draft.horse,
    position: 0,
    revision: next.revision,
    body: {
      date: draft.date,
      started: draft.startedAt,
      ended: endedAt,
      kind: draft.pack.plan.kind,
      helper: draft.helper,
      settle: hasSettle ? { first_min, whole_min, settled } : null,
    },
  };
  return { draft: next, items: [item] };
}

export function minutesBetween(from: string, to: string): number {
  return Math.round(((Date.parse(to) - Date.parse(from)) / 60_000) * 10) / 10;
}
