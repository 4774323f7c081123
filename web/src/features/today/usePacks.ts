import { useQueries } from "@tanstack/react-query";
import { packQuery } from "../../shared/api/queries";

/** Fetches what the ring needs for today's horses, so that it works with no signal. */
export function usePacks(horses: string[], helper: boolean): number {
  const packs = useQueries({
    queries: horses.map((horse) => ({ ...packQuery(horse, { helper }), staleTime: 60_000 })),
  });
  return packs.filter((pack) => pack.data !== undefined).length;
}
