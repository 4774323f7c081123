import type { PlanWishes } from "../../shared/api/queries";
import type { DayWishes } from "../../shared/api/types";

const FIGURES = ["minutes", "air_c", "humidity_pct", "wind_ms", "rider_kg", "tack_kg"] as const;

/** What the address says of the day: minutes, helper, weather, rider and tack. */
export function wishesOf(search: URLSearchParams): PlanWishes {
  const wishes: PlanWishes = { helper: search.get("helper") === "1" };
  if (search.get("assess") === "0") wishes.assess = false;
  const place = search.get("place");
  if (place) wishes.place = place;
  for (const name of FIGURES) {
    const value = search.get(name);
    if (value !== null && value !== "" && Number.isFinite(Number(value)))
      wishes[name] = Number(value);
  }
  return wishes;
}

/** A horse's day as an address: with its helper and the weather of its hour; "" where it is as usual. */
export function searchOf(day: DayWishes): string {
  const search = new URLSearchParams();
  if (day.helper) search.set("helper", "1");
  for (const name of ["air_c", "humidity_pct", "wind_ms"] as const) {
    const value = day[name];
    if (value !== null) search.set(name, String(value));
  }
  return search.size === 0 ? "" : `?${search}`;
}
