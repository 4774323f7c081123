// Two devices on one session: the one that is running elsewhere is offered; what others log in it is shown.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { othersQuery, runningQuery } from "../../shared/api/queries";
import type { OthersLogged } from "../../shared/api/types";
import { together as words } from "../../shared/text/en.entry";
import { planItem, type RingDraft } from "./ringDraft";
import styles from "./Together.module.css";

interface RunningProps {
  horse: string;
  /** Logs in the session of that name. */
  onJoin: (session: string) => void;
}

export function Running({ horse, onJoin }: RunningProps) {
  const running = useQuery(runningQuery(horse)).data?.sessions ?? [];
  return running.map((one) => (
    <div key={one.session} className={styles.running} role="status">
      <p>
        {one.words}. {words.help}
      </p>
      <Button variant="outlined" size="large" onClick={() => onJoin(one.session)}>
        {words.join}
      </Button>
    </div>
  ));
}

type Row = OthersLogged["others"][number]["rows"][number];

/** The answers of the knot's own step; where there are none, the last ones, and what they were answers to. */
function toldOf(rows: Row[], step: string | null): string {
  const own = rows.filter((row) => row.step === step);
  if (own.length > 0) return own.map(answersOf).join(", ");
  return rows
    .slice(-1)
    .map((row) => `${row.name}: ${answersOf(row)}`)
    .join("");
}

const answersOf = ({ side, asks }: Row) =>
  `${side === "none" ? "" : `${side} `}${asks.map((one) => one.written).join(" ")}`;

export function Others({ draft }: { draft: RingDraft }) {
  const { step } = planItem(draft);
  const others = useQuery(othersQuery(draft.horse, draft.session)).data?.others ?? [];
  if (others.length === 0) return draft.joined ? <p>{words.joined}</p> : null;
  return (
    <ul className={styles.others} aria-label={words.others}>
      {others.map(({ id, words: who, rows }) => (
        <li key={id}>
          <strong>{who}</strong> {toldOf(rows, step)}
        </li>
      ))}
    </ul>
  );
}
