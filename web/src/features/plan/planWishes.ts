import type { PlanWishes } from "../../shared/api/queries";

/** What the address says of the day: minutes, helper, weather. */
export function wishesOf(search: URLSearchParams): PlanWishes {
  const wishes: PlanWishes = { helper: search.get("helper") === "1" };
  if (search.get("assess") === "0") wishes.assess = false;
  for (const name of ["minutes", "air_c", "humidity_pct", "wind_ms"] as const) {
    const value = search.get(name);
    if (value !== null && value !== "" && Number.isFinite(Number(value)))
      wishes[name] = Number(value);
  }
  return wishes;
}
