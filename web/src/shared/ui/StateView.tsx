// What a place shows when it has nothing to show: loading, empty, or an error that says what happened.
import Button from "@mui/material/Button";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { ApiError } from "../api/client";
import { text } from "../text/en";
import styles from "./StateView.module.css";

export function Loading({ what = text.state.loading }: { what?: string }) {
  return (
    <div className={styles.view} role="status">
      <svg className={styles.rope} viewBox="0 0 120 24" aria-hidden="true">
        <path d="M4 12 C 20 2, 32 22, 48 12 S 76 2, 92 12 S 112 18, 116 12" />
      </svg>
      <p>{what} …</p>
    </div>
  );
}

export function Empty({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <div className={styles.view}>
      <p className={styles.lead}>{children}</p>
      {action}
    </div>
  );
}

/** What is missing, as the server names it. */
function named(reason: string | undefined): string {
  return reason ? `${reason[0]?.toUpperCase()}${reason.slice(1)}.` : text.state.notFound;
}

export function ErrorView({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const api = error instanceof ApiError ? error : null;
  const missing = api?.status === 404;
  const words = missing
    ? named(api.problems[0]?.reason)
    : api?.isOffline
      ? text.state.offline
      : text.state.failed;
  return (
    <div className={styles.view} role="alert">
      <p className={styles.lead}>{words}</p>
      {missing ? <p>{text.state.notFoundHelp}</p> : null}
      <ul>
        {api && !missing
          ? api.problems.map((problem) => (
              <li key={problem.path}>
                {problem.path}: {problem.reason}
                {problem.allowed ? ` (${text.saving.allowed}: ${problem.allowed})` : ""}
              </li>
            ))
          : null}
      </ul>
      {missing || !onRetry ? (
        <Button component={Link} to="/" variant="outlined">
          {text.state.toToday}
        </Button>
      ) : (
        <Button variant="outlined" onClick={onRetry}>
          {text.state.again}
        </Button>
      )}
    </div>
  );
}
