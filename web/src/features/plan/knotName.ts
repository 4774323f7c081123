import type { PlanItem } from "../../shared/api/types";

/** Two knots can be of the same exercise: the stage tells them apart. */
export function knotName(item: PlanItem): string {
  return item.step ? `${item.name}, ${item.stage}` : item.name;
}
