// Any exercise in any session: what was not planned is taken from the spare ones, with its coaches, and from then
// on is a knot like the others. A session without a plan begins with nothing else.
import type { PackItem, PlanItem, RingPack } from "../../shared/api/types";
import { entriesOf, type RingDraft, type Stamp } from "./ringDraft";
import { atItem, startDraft } from "./ringSession";

/** Goes to an exercise: to its knot where this session has one, else to a new one after the one at hand. */
export function withSpare(draft: RingDraft, spares: RingPack, id: string): RingDraft {
  const spare = spares.plan.items.find((one) => one.id === id);
  if (!spare) return draft;
  const there = knotOf(draft, spare);
  if (there !== -1) return atItem(draft, there);
  const pack = withItem(draft.pack, spares, spare);
  const before = draft.order.slice(0, draft.current + 1);
  const order = [...before, spare.id, ...draft.order.slice(draft.current + 1)];
  return atItem({ ...draft, pack, order }, before.length);
}

/** The same in place of the knot at hand, where nothing was answered in that. */
export function swapFor(draft: RingDraft, spares: RingPack, id: string): RingDraft {
  const place = draft.current;
  const swapped = withSpare(draft, spares, id);
  return swapped === draft || !canDrop(draft, place) ? swapped : dropKnot(swapped, place);
}

/** What was answered in a knot keeps it; and a session has one knot at least. */
export function canDrop(draft: RingDraft, place: number): boolean {
  const id = draft.order[place];
  return draft.order.length > 1 && !draft.entries.some((one) => one.item === id);
}

export function dropKnot(draft: RingDraft, place: number): RingDraft {
  if (!canDrop(draft, place)) return draft;
  const order = draft.order.filter((_, n) => n !== place);
  if (place === draft.current) return atItem({ ...draft, order }, place);
  return { ...draft, order, current: draft.current - (place < draft.current ? 1 : 0) };
}

/** How often a knot was answered in, on all its sides. */
export function answersIn(draft: RingDraft, item: PlanItem): number {
  const sides = item.sides.length > 0 ? item.sides.map((one) => one.side) : [draft.side];
  return sides
    .flatMap((side) => entriesOf(draft, item.id, side))
    .filter((one) => one.entry.event === null).length;
}

/**
 * A session that nothing was planned for.
 * @param today the pack of today's plan, where it is at hand: what it says of the day is newer.
 */
export function justLog(
  spares: RingPack,
  today: RingPack | null,
  id: string,
  helper: boolean,
  date: string,
  stamp: Stamp,
): RingDraft {
  const spare = spares.plan.items.find((one) => one.id === id) as PlanItem;
  const bare: RingPack = {
    ...spares,
    plan: { ...spares.plan, items: [] },
    items: [],
    // What happens beside the asks is heard by any coach.
    coaches: spares.coaches.slice(0, 1),
    flags: spares.flags.map((flag) => ({ ...flag, drops: [] })),
    // Who rides with what comes with the first thing that is ridden.
    brought: { ...(today ?? spares).brought, rider_kg: null, tack: {} },
    ...(today ? { facts: today.facts, day: today.day, also: today.also, spook: today.spook } : {}),
  };
  const pack = withItem(bare, spares, spare);
  return { ...startDraft(pack, [id], helper, date, stamp), planned: [] };
}

function knotOf(draft: RingDraft, spare: PlanItem): number {
  const { items, climbs = [], probes = [] } = draft.pack.plan;
  const known = [...items, ...[...climbs, ...probes].map((one) => one.item)];
  const same = new Set(
    known
      .filter((one) => one.id === spare.id || (spare.step && one.step === spare.step))
      .map((one) => one.id),
  );
  const open = draft.order.findIndex((id, place) => place >= draft.current && same.has(id));
  return open === -1 ? draft.order.findIndex((id) => same.has(id)) : open;
}

function withItem(pack: RingPack, spares: RingPack, spare: PlanItem): RingPack {
  if (pack.plan.items.some((one) => one.id === spare.id)) return pack;
  const own = spares.items.find((one) => one.item === spare.id);
  const { item, coaches } = own ? moved(own, pack, spares) : { item: null, coaches: pack.coaches };
  return {
    ...pack,
    plan: { ...pack.plan, items: [...pack.plan.items, spare] },
    items: item ? [...pack.items, item] : pack.items,
    coaches,
    flags: flagsWith(pack, spares, spare.id),
    brought: item?.makes_it
      ? { ...spares.brought, conditions: pack.brought.conditions }
      : pack.brought,
  };
}

/** The item with its coaches behind those that are there. */
function moved(own: PackItem, pack: RingPack, spares: RingPack) {
  const coaches = [...pack.coaches];
  const sides = own.sides.map((side) => {
    const coach = spares.coaches[side.coach];
    if (!coach) throw new Error(`no coach ${side.coach} among the spare ones`);
    return { ...side, coach: coaches.push(coach) - 1 };
  });
  return { item: { ...own, sides }, coaches };
}

/** The spare ones know every flag that any exercise may raise; what each holds back here is of this session. */
function flagsWith(pack: RingPack, spares: RingPack, id: string): RingPack["flags"] {
  return spares.flags.map((flag) => {
    const drops = pack.flags.find((one) => one.code === flag.code)?.drops ?? [];
    return { ...flag, drops: flag.drops.includes(id) ? [...drops, id] : [...drops] };
  });
}
