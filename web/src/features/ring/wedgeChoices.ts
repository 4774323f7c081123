// The bars of the wedge for the three ways in which a step is judged.

import type { PackItem, PlanItem } from "../../shared/api/types";
import type { WedgeChoice } from "../../shared/drawing/PressureWedge";
import type { CoachEntry } from "./coachPlayer";

export interface WedgeBar extends WedgeChoice {
  entry: Partial<CoachEntry>;
  strength: number | null;
}

const LEVELS = 10;
const STRENGTHS = 5;
/** A measure's bars run to twice its target in ten steps. */
const MEASURES_PER_TARGET = 5;

export function wedgeChoices(item: PlanItem, pack: PackItem | undefined): WedgeBar[] {
  if (item.step_kind === "T") return strengths();
  if (item.step_kind === "M" && item.target !== null) return measures(item, item.target);
  return levels(item, pack);
}

function levels(item: PlanItem, pack: PackItem | undefined): WedgeBar[] {
  const [low, high] = item.band ?? [1, LEVELS];
  return range(LEVELS).map((level) => ({
    label: String(level),
    name: `${level}: ${pack?.level_words[level - 1] ?? ""}`,
    inBand: level >= low && level <= high,
    entry: { level },
    strength: null,
  }));
}

function strengths(): WedgeBar[] {
  return range(STRENGTHS).map((strength) => ({
    label: String(strength),
    name: `strength ${strength} of ${STRENGTHS}`,
    inBand: true,
    entry: {},
    strength,
  }));
}

function measures(item: PlanItem, target: number): WedgeBar[] {
  const atMost = item.wants_at_most;
  return range(LEVELS).map((step) => {
    const extent = Math.round((target * step * 10) / MEASURES_PER_TARGET) / 10;
    return {
      label: String(extent),
      name: `${extent} ${item.unit ?? ""}`,
      inBand: atMost ? extent <= target : extent >= target,
      entry: { extent },
      strength: null,
    };
  });
}

function range(count: number): number[] {
  return Array.from({ length: count }, (_, place) => place + 1);
}
