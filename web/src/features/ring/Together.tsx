// Two devices on one session: the one that is running elsewhere is offered; what others log in it is shown.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { othersQuery, runningQuery } from "../../shared/api/queries";
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

/** Of the knot's own step each answer; of the others no more than how many there are. */
export function Others({ draft }: { draft: RingDraft }) {
  const { step } = planItem(draft);
  const others = useQuery(othersQuery(draft.horse, draft.session)).data?.others ?? [];
  if (others.length === 0) return draft.joined ? <p>{words.joined}</p> : null;
  return (
    <ul className={styles.others} aria-label={words.others}>
      {others.map(({ words: who, rows }) => (
        <li key={who}>
          <strong>{who}</strong>{" "}
          {rows
            .filter((row) => row.step === step)
            .map(
              ({ side, asks }) =>
                `${side === "none" ? "" : `${side} `}${asks.map((one) => one.written).join(" ")}`,
            )
            .join(", ") || words.elsewhere(rows.reduce((sum, row) => sum + row.asks.length, 0))}
        </li>
      ))}
    </ul>
  );
}
