import { useMutation, useQueryClient } from "@tanstack/react-query";
import { yardQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { YardView } from "../../shared/api/types";

/** What is agreed on with a change on its way: null is as it ships. */
export function changed<T>(now: Record<string, T>, change: Record<string, T | null>) {
  const all = Object.entries({ ...now, ...change });
  return Object.fromEntries(all.filter((one): one is [string, T] => one[1] !== null));
}

/** One change of what the yard agrees on; everything that rests on it is fetched anew. */
export function useYardChange<T>(send: (change: T) => Promise<YardView>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (view) => {
      queries.setQueryData(yardQuery.queryKey, view);
      return everythingChanged(queries);
    },
  });
}
