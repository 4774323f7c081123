// One client for the API: same origin, Django's CSRF token, and one kind of error.
import createClient from "openapi-fetch";
import type { paths } from "./schema.generated";
import type { SyncProblem } from "./types";

export class ApiError extends Error {
  readonly status: number;
  readonly problems: SyncProblem[];

  constructor(status: number, problems: SyncProblem[]) {
    super(problems[0]?.reason ?? `HTTP ${status}`);
    this.status = status;
    this.problems = problems;
  }

  /** No answer at all: no signal, or the server is away. */
  get isOffline(): boolean {
    return this.status === 0;
  }
}

export const client = createClient<paths>({
  baseUrl: location.origin,
  credentials: "same-origin",
  fetch: (request) => fetch(request),
});

client.use({
  onRequest({ request }) {
    const token = csrfToken();
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token);
    return request;
  },
});

function csrfToken(): string | undefined {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1];
}

interface Outcome {
  data?: unknown;
  error?: unknown;
  response: Response;
}

/**
 * The data of a call, or an ApiError that says what happened. The caller names the generated
 * type: the client's own inference turns the pairs of the schema into lists of any length.
 */
export async function unwrap<T>(call: Promise<Outcome>): Promise<T> {
  let outcome: Outcome;
  try {
    outcome = await call;
  } catch {
    throw new ApiError(0, []);
  }
  if (!outcome.response.ok) throw new ApiError(outcome.response.status, problemsIn(outcome.error));
  return outcome.data as T;
}

function problemsIn(error: unknown): SyncProblem[] {
  const errors = (error as { errors?: SyncProblem[] } | undefined)?.errors;
  return Array.isArray(errors) ? errors : [];
}
