// One client for the API: same origin, Django's CSRF token, and one kind of error. What is asked and what is
// answered is typed by path and method from the API's own description.
import createClient from "openapi-fetch";
import { heardOf } from "./apiEdition";
import type { paths } from "./schema.generated";
import type { SyncProblem } from "./types";

/** The path of a problem that is with the whole of what was sent. */
export const WHOLE = "$";

export class ApiError extends Error {
  readonly status: number;
  readonly problems: SyncProblem[];
  /** Where somebody was overtaken: what it is now, as it is answered to whoever asks for it. */
  readonly now: unknown;

  constructor(status: number, problems: SyncProblem[], now: unknown = null) {
    super(problems[0]?.reason ?? `HTTP ${status}`);
    this.status = status;
    this.problems = problems;
    this.now = now;
  }

  /** No answer at all: no signal, or the server is away. */
  get isOffline(): boolean {
    return this.status === 0;
  }
}

type Method = "get" | "put" | "post";

/** The paths that answer to a method. */
type PathOf<M extends Method> = {
  [P in keyof paths]: paths[P] extends { [K in M]: { responses: unknown } } ? P : never;
}[keyof paths];

type OperationAt<P extends keyof paths, M extends Method> = paths[P] extends {
  [K in M]: infer Operation;
}
  ? Operation
  : never;

type Json<R> = R extends { content: { "application/json": infer T } } ? T : undefined;

/** What is answered where all goes well; undefined: nothing. */
type Answered<Operation> = Operation extends { responses: infer R }
  ? R extends { 200: infer T } | { 201: infer T }
    ? Json<T>
    : undefined
  : never;

type PartOf<Operation, Part extends "path" | "query"> = Operation extends {
  parameters: { [K in Part]: infer T };
}
  ? { [K in Part]: T }
  : Operation extends { parameters: { [K in Part]?: infer T } }
    ? { [K in Part]?: NonNullable<T> }
    : unknown;

type Body<Operation> = Operation extends {
  requestBody: { content: { "application/json": infer T } };
}
  ? { body: T }
  : Operation extends { requestBody: { content: { "application/octet-stream": unknown } } }
    ? { body: Blob }
    : unknown;

type Params<Operation> = PartOf<Operation, "path"> & PartOf<Operation, "query">;

type Wanted<Operation> = (Operation extends { parameters: { path: object } }
  ? { params: Params<Operation> }
  : { params?: Params<Operation> }) &
  Body<Operation>;

/** Nothing has to be said where nothing is required. */
type Init<Operation> =
  Record<never, never> extends Wanted<Operation>
    ? [init?: Wanted<Operation>]
    : [init: Wanted<Operation>];

const client = createClient<Record<string, Record<string, never>>>({
  baseUrl: location.origin,
  credentials: "same-origin",
  // A file goes as it is.
  bodySerializer: (body: unknown) => (body instanceof Blob ? body : JSON.stringify(body)),
  fetch: (request) => fetch(request),
});

client.use({
  onRequest({ request }) {
    const token = csrfToken();
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token);
    return request;
  },
  onResponse({ response }) {
    heardOf(response.headers.get("Bucephal-Api"));
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

/** The data of a call, or an ApiError that says what happened. */
async function unwrap(call: Promise<Outcome>): Promise<unknown> {
  let outcome: Outcome;
  try {
    outcome = await call;
  } catch {
    throw new ApiError(0, []);
  }
  if (!outcome.response.ok)
    throw new ApiError(outcome.response.status, problemsIn(outcome.error), nowIn(outcome.error));
  return outcome.data;
}

const nowIn = (error: unknown) => (error as { now?: unknown } | undefined)?.now ?? null;

function problemsIn(error: unknown): SyncProblem[] {
  const errors = (error as { errors?: SyncProblem[] } | undefined)?.errors;
  return Array.isArray(errors) ? errors : [];
}

type Caller<M extends Method> = <P extends PathOf<M>>(
  path: P,
  ...init: Init<OperationAt<P, M>>
) => Promise<Answered<OperationAt<P, M>>>;

// The one place where types are asserted: openapi-fetch's own inference turns the pairs of the schema into
// lists of any length.
function caller<M extends Method>(method: M): Caller<M> {
  const verb = client[method.toUpperCase() as Uppercase<Method>] as (
    path: string,
    init: unknown,
  ) => Promise<Outcome>;
  return (async (path: string, init: unknown = {}) => unwrap(verb(path, init))) as Caller<M>;
}

export const api = { get: caller("get"), put: caller("put"), post: caller("post") };
