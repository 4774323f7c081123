import { Link } from "react-router";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { SaveState } from "../shell/SaveState";
import styles from "./RingPage.module.css";
import type { RingDraft } from "./ringDraft";
import { useSecondsSince } from "./useSecondsSince";

interface Props {
  draft: RingDraft;
  onKnots: () => void;
  onDay: () => void;
}

/** Whose session it is, where in the plan, and how long it has gone on; behind them all its knots, and the day. */
export function RingHead({ draft, onKnots, onDay }: Props) {
  return (
    <header className={styles.bar}>
      <Link to={`/horses/${draft.horse}/plan`} className={styles.back} aria-label={text.ring.leave}>
        ←
      </Link>
      <p className={styles.horse}>{draft.pack.facts.name}</p>
      <button type="button" className={styles.progress} data-open="knots" onClick={onKnots}>
        {text.ring.knot(draft.current + 1, draft.order.length)} <i aria-hidden="true">▾</i>
        <span className="visually-hidden">{taking.knots.open}</span>
      </button>
      <div className={styles.save}>
        <p>
          <SaveState />
        </p>
        {draft.joined ? (
          <p>
            <Elapsed draft={draft} />
          </p>
        ) : (
          <button type="button" data-open="day" onClick={onDay}>
            <Elapsed draft={draft} /> <i aria-hidden="true">▾</i>
            <span className="visually-hidden">{taking.day.open}</span>
          </button>
        )}
      </div>
    </header>
  );
}

/** The session's clock against the minutes there are. */
function Elapsed({ draft }: { draft: RingDraft }) {
  const minutes = Math.floor((useSecondsSince(draft.startedAt) ?? 0) / 60);
  const limit = draft.pack.plan.minutes_wanted;
  if (minutes < limit) return <>{taking.day.clock(minutes, limit)}</>;
  return <strong className={styles.over}>{taking.day.over(minutes, limit)}</strong>;
}
