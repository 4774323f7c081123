import { Link } from "react-router";
import { text } from "../../shared/text/en";
import { SaveState } from "../shell/SaveState";
import styles from "./RingPage.module.css";
import type { RingDraft } from "./ringDraft";
import { useSecondsSince } from "./useSecondsSince";

/** Whose session it is, where in the plan, and how long it has gone on. */
export function RingHead({ draft }: { draft: RingDraft }) {
  return (
    <header className={styles.bar}>
      <Link to={`/horses/${draft.horse}/plan`} className={styles.back} aria-label={text.ring.leave}>
        ←
      </Link>
      <p className={styles.horse}>{draft.pack.facts.name}</p>
      <p className={styles.progress}>{text.ring.knot(draft.current + 1, draft.order.length)}</p>
      <p className={styles.save}>
        <SaveState /> · <Elapsed since={draft.startedAt} />
      </p>
    </header>
  );
}

function Elapsed({ since }: { since: string }) {
  const seconds = useSecondsSince(since) ?? 0;
  return <>{Math.floor(seconds / 60)} min</>;
}
