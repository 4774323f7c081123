// A session at the ring as it is kept on the device: what was logged, where in the plan one is.
import type {
  PackItem,
  PlanItem,
  PlannedStep,
  RingPack,
  Side,
  SyncItem,
} from "../../shared/api/types";
import type { CoachEntry } from "./coachPlayer";

/** What was shown in canter, in front and behind. */
export interface Lead {
  lead_front: Side;
  lead_hind: Side;
}

/** What is said of a spook beside that it was. */
export interface Details {
  thing: string | null;
  spot: string | null;
  recovered_s: number | null;
}

/** What else can be said of an answer, by its field in the record. */
export type More = Record<string, string | number | boolean>;

/** What an answer is logged with beside what the coach hears. */
export interface Beside {
  strength?: number | null;
  lead?: Lead | null;
  more?: More;
}

export interface RingEntry {
  id: string;
  item: string;
  step: string;
  side: Side;
  entry: CoachEntry;
  strength: number | null;
  lead?: Lead | null;
  more?: More;
  /** Of a spook. */
  details?: Details;
  at: string;
  position: number;
}

export interface RingSettle {
  startedAt: string | null;
  first_min: number | null;
  whole_min: number | null;
  settled: boolean | null;
  head_ups?: number | null;
}

/** Something that is being measured: a clock that runs, strides that are counted. It outlives a reload. */
export interface Taking {
  item: string;
  startedAt: string;
  /** Of a clock of calm: since when it is not, and how long it was not before. */
  tenseSince: string | null;
  tense_s: number;
  /** Strides of the long side at hand, and of the one that it is held against. */
  strides: number;
  usual: number | null;
}

/** What is said of the day beside what came with the pack. */
export interface SaidOfDay {
  rider?: string | null;
  rider_kg?: number | null;
  place?: string | null;
  tack?: Record<string, boolean>;
  wind?: string | undefined;
  insects?: boolean;
  new_place?: boolean;
}

/** A stage gone up to, or asked once to see, and how much had been logged before it. */
export interface ClimbMark {
  item: string;
  position: number;
  isProbe?: boolean;
}

export interface SettleMark {
  position: number;
  before: RingSettle;
  order: string[];
}

/** Of what is kept: what was begun under another is not gone on with, but nothing of it is lost. */
export const DRAFT_VERSION = 4;

export interface RingDraft {
  version: number;
  session: string;
  horse: string;
  pack: RingPack;
  /** Ids of the items, in the order they are worked. */
  order: string[];
  current: number;
  side: Side;
  entries: RingEntry[];
  settle: RingSettle;
  /** Before each mark of the settle clock: how it stood, the knots, and how much had been logged. */
  settleMarks?: SettleMark[];
  climbMarks?: ClimbMark[];
  /** The plan as it was taken along; a session begun before that was kept has none. */
  planned?: PlannedStep[];
  date: string;
  startedAt: string;
  revision: number;
  position: number;
  helper: boolean;
  /** Another device began it: its header is that one's to send. */
  joined?: boolean;
  /** Of the session, in one's own words. */
  note?: string;
  said?: SaidOfDay;
  taking?: Taking | null;
  /** By row, what was chosen in it last and holds on. */
  chosen?: Record<string, More>;
}

export interface Change {
  draft: RingDraft;
  items: SyncItem[];
}

export interface Stamp {
  id: string;
  at: string;
}

export function planItem(draft: RingDraft, place = draft.current): PlanItem {
  return itemNamed(draft, draft.order[place] ?? "");
}

export function itemNamed(draft: RingDraft, id: string): PlanItem {
  const { items, climbs = [], probes = [] } = draft.pack.plan;
  const following = [...climbs, ...probes].map((one) => one.item);
  const item = [...items, ...following].find((one) => one.id === id);
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

/** So many answers after a spook it is not asked about any more: it is behind. */
const SPOOK_IS_BEHIND = 3;

/** The last spook, while it may still be asked about. */
export function spookNow({ entries }: RingDraft): RingEntry | undefined {
  return entries.slice(-SPOOK_IS_BEHIND).findLast((one) => one.entry.event === "spook");
}
