import { useQueries } from "@tanstack/react-query";
import { packQuery } from "../../shared/api/queries";
import type { TodayRow } from "../../shared/api/types";
import { searchOf, wishesOf } from "../plan/planWishes";

/** Fetches what the ring needs for today's horses, so that it works with no signal. */
export function usePacks(rows: TodayRow[]): number {
  const packs = useQueries({
    queries: rows.map((row) => ({
      ...packQuery(row.facts.id ?? "", wishesOf(new URLSearchParams(searchOf(row.wishes)))),
      staleTime: 60_000,
    })),
  });
  return packs.filter((pack) => pack.data !== undefined).length;
}
