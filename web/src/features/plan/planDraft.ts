// The trainer's own changes to a planned session: what is dropped, and in which order the rest comes.
import type { PlanItem } from "../../shared/api/types";

export interface PlanDraft {
  /** Day of the plan: changes are for that day only. */
  on: string;
  dropped: string[];
  /** Ids in the trainer's order; ids not named keep the plan's order behind their neighbour. */
  order: string[];
}

export type PlanAction =
  | { type: "drop"; id: string }
  | { type: "put-back"; id: string }
  | { type: "move"; id: string; by: -1 | 1; shown: string[] };

export const planDraftKey = (horse: string) => `plan:${horse}`;

export function emptyPlanDraft(on: string): PlanDraft {
  return { on, dropped: [], order: [] };
}

export function planReducer(draft: PlanDraft, action: PlanAction): PlanDraft {
  switch (action.type) {
    case "drop":
      return { ...draft, dropped: [...draft.dropped, action.id] };
    case "put-back":
      return { ...draft, dropped: draft.dropped.filter((id) => id !== action.id) };
    case "move":
      return { ...draft, order: moved(action.shown, action.id, action.by) };
  }
}

function moved(shown: string[], id: string, by: -1 | 1): string[] {
  const from = shown.indexOf(id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= shown.length) return shown;
  const order = shown.filter((one) => one !== id);
  order.splice(to, 0, id);
  return order;
}

/** The items as the trainer wants them; changes of another day are not applied. */
export function arranged(items: PlanItem[], draft: PlanDraft | null, on: string): PlanItem[] {
  if (!draft || draft.on !== on) return items;
  const kept = items.filter((item) => !draft.dropped.includes(item.id));
  const place = new Map(draft.order.map((id, n) => [id, n]));
  const known = kept.filter((item) => place.has(item.id));
  known.sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
  // Items that the order does not name (the plan has changed since) stay where the plan put them.
  return kept.map((item) => (place.has(item.id) ? (known.shift() as PlanItem) : item));
}
