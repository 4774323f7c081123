// What the server would not take: beside its field, and all together above the form.
import { ApiError, WHOLE } from "../api/client";
import type { SyncProblem } from "../api/types";
import { text } from "../text/en";
import styles from "./Problems.module.css";

export function problemsOf(error: unknown): SyncProblem[] {
  return error instanceof ApiError ? error.problems : [];
}

/** What is said beside the field of a path: the reason and what is allowed. */
export function problemAt(error: unknown, path: string): string | undefined {
  const problem = problemsOf(error).find((one) => one.path === path);
  return problem ? sentence(problem) : undefined;
}

function sentence(problem: SyncProblem): string {
  return problem.allowed
    ? `${problem.reason} (${text.saving.allowed}: ${problem.allowed})`
    : problem.reason;
}

/** Has somebody else changed the same thing meanwhile? */
export function isOvertaken(error: unknown): error is ApiError {
  return (
    error instanceof ApiError && error.status === 409 && problemAt(error, "edition") !== undefined
  );
}

/** All of them; with the words that say that nothing is lost. */
export function ProblemList({ error, lead }: { error: unknown; lead: string }) {
  if (!error) return null;
  const problems = problemsOf(error);
  const offline = error instanceof ApiError && error.isOffline;
  if (isOvertaken(error))
    return (
      <p className={styles.problems} role="alert">
        <strong>{lead}</strong> {text.saving.overtaken}
      </p>
    );
  return (
    <div className={styles.problems} role="alert">
      <p>
        <strong>{lead}</strong>{" "}
        {problems.length === 0 ? (offline ? text.state.noSignal : text.state.failed) : ""}
      </p>
      <ul>
        {problems.map((problem) => (
          <li key={problem.path}>
            <ProblemWords problem={problem} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Where it is, what was there, and why that is not taken. */
export function ProblemWords({ problem }: { problem: SyncProblem }) {
  const { path, value } = problem;
  const quoted = value === null || value === undefined ? "" : ` “${shown(value)}”`;
  return (
    <>
      {path === WHOLE ? "" : <span className={styles.path}>{path}</span>}
      {quoted}
      {path === WHOLE && !quoted ? "" : ": "}
      {sentence(problem)}
    </>
  );
}

function shown(value: unknown): string {
  const words = typeof value === "string" ? value : JSON.stringify(value);
  return words.length > 60 ? `${words.slice(0, 59)}…` : words;
}
