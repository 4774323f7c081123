import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { meQuery } from "../../shared/api/queries";
import type { Me } from "../../shared/api/types";
import { forgetAnswers } from "../../shared/outbox/database";

/** Somebody comes in, by whatever way; what another person saw on this device is not shown to this one. */
export function useLetIn<T>(come: (typed: T) => Promise<Me>) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    networkMode: "always",
    mutationFn: come,
    onSuccess: async (me) => {
      await forgetAnswers();
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "me" });
      void navigate("/", { replace: true });
      queries.setQueryData(meQuery.queryKey, me);
    },
  });
}
