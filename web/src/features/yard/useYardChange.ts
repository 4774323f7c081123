import { useMutation, useQueryClient } from "@tanstack/react-query";
import { yardQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { YardView } from "../../shared/api/types";

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
