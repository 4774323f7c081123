import { QueryCache, QueryClient } from "@tanstack/react-query";
import { experimental_createQueryPersister } from "@tanstack/react-query-persist-client";
import { forgetAnswers, queryStorage } from "../outbox/database";
import { ApiError } from "./client";
import { SCHEMA } from "./schemaHash.generated";

/** What belongs to people and doors is not left lying on a device. */
const NOT_KEPT: ReadonlySet<unknown> = new Set([
  "link",
  "first-run",
  "people",
  "devices",
  "imports",
  "archives",
  // What is being typed is kept as a draft.
  "entry",
  "written",
  // It runs now, or it does not.
  "running",
]);

const A_FORTNIGHT_MS = 14 * 24 * 60 * 60_000;

// Every answer is kept on the device on its own, so that a place once seen opens with no signal.
const persister = experimental_createQueryPersister({
  storage: queryStorage,
  maxAge: A_FORTNIGHT_MS,
  // What was kept is shown at once and asked for again: it may have changed since, however new it is.
  refetchOnRestore: "always",
  buster: SCHEMA,
  filters: { predicate: (query) => !NOT_KEPT.has(query.queryKey[0]) },
});

export function createQueryClient(): QueryClient {
  const queries: QueryClient = new QueryClient({
    queryCache: new QueryCache({
      onError: (error, query) => {
        const ended = error instanceof ApiError && error.status === 401;
        if (ended && query.queryKey[0] !== "me")
          void queries.invalidateQueries({ queryKey: ["me"] });
      },
    }),
    defaultOptions: {
      queries: {
        staleTime: 10_000,
        gcTime: A_FORTNIGHT_MS,
        networkMode: "always",
        persister: persister.persisterFn,
        retry: (count, error) => error instanceof ApiError && error.status >= 500 && count < 2,
      },
    },
  });
  return queries;
}

/**
 * After something that every answer may rest on has changed (a school, a horse, a decision): what
 * the device remembers is forgotten, what is open is asked again.
 */
export async function everythingChanged(queries: QueryClient): Promise<void> {
  await forgetAnswers();
  await queries.invalidateQueries({ refetchType: "all" });
}
