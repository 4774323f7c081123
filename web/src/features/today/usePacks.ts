import { useQueries } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { packQuery, sparesQuery } from "../../shared/api/queries";
import type { TodayRow } from "../../shared/api/types";
import { searchOf, wishesOf } from "../plan/planWishes";

/** Fetches what the ring needs for today's horses, so that it works with no signal: first what is planned, then
 * every exercise beside it. */
export function usePacks(rows: TodayRow[]): number {
  const packs = useQueries({
    queries: rows.map((row) => ({
      ...packQuery(row.facts.id ?? "", wishesOf(new URLSearchParams(searchOf(row.wishes)))),
      staleTime: 60_000,
    })),
  });
  const isPacked = packs.every((pack) => pack.data !== undefined);
  // One after the other: they are large, and nobody waits for them.
  const [fetched, setFetched] = useState(0);
  const spares = useQueries({
    queries: rows.map((row, place) => ({
      ...sparesQuery(row.facts.id ?? "", row.wishes.helper),
      enabled: isPacked && place <= fetched,
    })),
  });
  const there = spares.findIndex((one) => one.data === undefined && !one.isError);
  useEffect(() => setFetched(there === -1 ? rows.length : there), [there, rows.length]);
  return rows.filter((_, place) => packs[place]?.data && spares[place]?.data).length;
}
