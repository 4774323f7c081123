// What a session at the ring sends: its header, each answer and event, and what is struck out again.
import type { SyncItem } from "../../shared/api/types";
import { type Change, itemNamed, type RingDraft, type RingEntry } from "./ringDraft";

export function asSyncItem(draft: RingDraft, added: RingEntry): SyncItem {
  const common = { id: added.id, session: draft.session, position: added.position, revision: 0 };
  const { event, step: _, ...entry } = added.entry;
  if (event !== null) {
    return { ...common, type: "event", body: { kind: event, at: added.at, ...added.details } };
  }
  const item = itemNamed(draft, added.item);
  const band = item.step_kind === "L" ? item.band : null;
  return {
    ...common,
    type: "ask",
    body: {
      ...entry,
      step: added.step,
      side: added.side,
      strength: added.strength,
      ...(added.more ?? {}),
      ...(added.lead ?? {}),
      band_top: band ? band[1] : null,
      ...(item.kind === "probe" ? { probe: true } : {}),
      at: added.at,
    },
  };
}

export const struckOut = (id: string): SyncItem => ({
  type: "delete",
  id,
  position: 0,
  revision: 0,
  body: {},
});

/** Everything of a session anew, header first. */
export function resend(draft: RingDraft): Change {
  const opened = sendHeader(draft, null);
  return {
    draft: opened.draft,
    items: [...opened.items, ...draft.entries.map((one) => asSyncItem(draft, one))],
  };
}

export function finish(draft: RingDraft, endedAt: string): Change {
  return sendHeader(draft, endedAt);
}

/** The session itself, with a revision of its own so that the latest wins wherever it arrives. */
export function sendHeader(draft: RingDraft, endedAt: string | null): Change {
  const next = { ...draft, revision: draft.revision + 1 };
  if (draft.joined) return { draft: next, items: [] };
  const { first_min, whole_min, settled, head_ups = null } = draft.settle;
  const hasSettle = [first_min, whole_min, settled, head_ups].some((one) => one !== null);
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
      kind: kindOf(draft),
      helper: draft.helper,
      ...dayOf(draft),
      planned: plannedOf(draft),
      note: draft.note ?? "",
      settle: hasSettle ? { first_min, whole_min, settled, head_ups } : null,
    },
  };
  return { draft: next, items: [item] };
}

/** As it was planned, or as what was asked in it makes it. */
function kindOf({ pack, entries }: RingDraft) {
  const asked = new Set(entries.map((one) => one.item));
  const makes = pack.items.find((one) => asked.has(one.item) && one.makes_it);
  return makes?.makes_it ?? pack.plan.kind;
}

/** What came with the pack, and what was said of the day since. */
function dayOf(draft: RingDraft) {
  const { brought } = draft.pack;
  const { rider, rider_kg = brought.rider_kg, place } = draft.said ?? {};
  return {
    ...brought,
    rider_kg,
    ...(rider === undefined ? {} : { rider }),
    ...(place === undefined ? {} : { place }),
    tack: { ...brought.tack, ...tackOf(draft) },
    conditions: conditionsOf(draft),
  };
}

/** What is on the horse: as said today, else as the last time. */
export function tackOf({ pack, said }: RingDraft): Record<string, boolean> {
  const on = pack.day.tack.filter((one) => one.on);
  return said?.tack ?? Object.fromEntries(on.map(({ key }) => [key, true]));
}

export function conditionsOf({ pack, said = {} }: RingDraft) {
  const { conditions } = pack.brought;
  const {
    wind = conditions.wind,
    insects = conditions.insects,
    new_place = conditions.new_place,
  } = said;
  return { ...conditions, wind, insects, new_place };
}

/** The plan as it was worked out, and as it was taken along, where the trainer changed it. */
function plannedOf({ pack, planned }: RingDraft) {
  const made = pack.plan.made ?? [];
  if (made.length === 0 && planned?.length === 0) return null;
  return { made, changed: planned && !isSame(planned, made) ? planned : null };
}

const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);
