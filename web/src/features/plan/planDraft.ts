// The trainer's own changes to a planned session: what is wanted in it and how, what is not, and in which
// order the rest comes. The planner works out the rest around them.
import type { PlanItem, Side, WantedItem } from "../../shared/api/types";

/** A knot dropped, by its step, with the name it had. */
export interface Dropped {
  step: string;
  name: string;
}

export interface PlanDraft {
  /** Day of the plan: changes are for that day only. */
  on: string;
  wanted: WantedItem[];
  without: Dropped[];
  /** Ids in the trainer's order; ids not named keep the plan's order behind their neighbour. */
  order: string[];
}

export type PlanAction =
  | { type: "lock"; item: PlanItem }
  | { type: "unlock"; step: string }
  | { type: "first-side"; item: PlanItem; side: Side }
  | { type: "asks"; item: PlanItem; asks: number }
  | { type: "add"; step: string }
  | { type: "swap"; item: PlanItem; step: string }
  | { type: "drop"; item: PlanItem }
  | { type: "put-back"; step: string }
  | { type: "move"; id: string; by: -1 | 1; shown: string[] };

export const planDraftKey = (horse: string) => `plan:${horse}`;

export function emptyPlanDraft(on: string): PlanDraft {
  return { on, wanted: [], without: [], order: [] };
}

/** What was kept on the device, if it is of this day and of this shape. */
export function planDraftOf(kept: Partial<PlanDraft> | undefined, on: string): PlanDraft {
  return kept?.on === on ? { ...emptyPlanDraft(on), ...kept } : emptyPlanDraft(on);
}

export function planReducer(draft: PlanDraft, action: PlanAction): PlanDraft {
  switch (action.type) {
    case "lock":
      return wanting(draft, action.item, {});
    case "unlock":
      return { ...draft, wanted: draft.wanted.filter((one) => one.step !== action.step) };
    case "first-side":
      return wanting(draft, action.item, { first_side: action.side });
    case "asks":
      return wanting(draft, action.item, { asks: action.asks });
    case "add":
      return withStep(draft, { step: action.step });
    case "swap": {
      const kind = action.item.swapped_as ? { kind: action.item.swapped_as } : {};
      return withStep(without(draft, action.item), { step: action.step, ...kind });
    }
    case "drop":
      return without(draft, action.item);
    case "put-back":
      return { ...draft, without: draft.without.filter((one) => one.step !== action.step) };
    case "move":
      return { ...draft, order: moved(action.shown, action.id, action.by) };
  }
}

/** The item stays as it is but for what is changed of it. */
function wanting(draft: PlanDraft, item: PlanItem, part: Partial<WantedItem>): PlanDraft {
  if (!item.step) return draft;
  const before = draft.wanted.find((one) => one.step === item.step);
  return withStep(draft, { kind: item.kind, ...before, step: item.step, ...part });
}

function withStep(draft: PlanDraft, wanted: WantedItem): PlanDraft {
  const others = draft.wanted.filter((one) => one.step !== wanted.step);
  const kept = draft.without.filter((one) => one.step !== wanted.step);
  return { ...draft, wanted: [...others, wanted], without: kept };
}

function without(draft: PlanDraft, item: PlanItem): PlanDraft {
  const { step, name } = item;
  if (!step) return draft;
  const others = draft.without.filter((one) => one.step !== step);
  const wanted = draft.wanted.filter((one) => one.step !== step);
  return { ...draft, wanted, without: [...others, { step, name }] };
}

function moved(shown: string[], id: string, by: -1 | 1): string[] {
  const from = shown.indexOf(id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= shown.length) return shown;
  const order = shown.filter((one) => one !== id);
  order.splice(to, 0, id);
  return order;
}

/** As it is asked for; undefined: nothing was changed but the order. */
export function changesOf(draft: PlanDraft): string | undefined {
  if (draft.wanted.length === 0 && draft.without.length === 0) return undefined;
  return JSON.stringify({
    wanted: draft.wanted,
    without: draft.without.map((one) => one.step),
  });
}

/** The items as the trainer wants them; changes of another day are not applied. */
export function arranged(items: PlanItem[], draft: PlanDraft | null, on: string): PlanItem[] {
  if (!draft || draft.on !== on) return items;
  const dropped = new Set(draft.without.map((one) => one.step));
  const kept = items.filter((item) => !item.step || !dropped.has(item.step));
  const place = new Map(draft.order.map((id, n) => [id, n]));
  const known = kept.filter((item) => place.has(item.id));
  known.sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
  // Items that the order does not name (the plan has changed since) stay where the plan put them.
  return kept.map((item) => (place.has(item.id) ? (known.shift() as PlanItem) : item));
}
