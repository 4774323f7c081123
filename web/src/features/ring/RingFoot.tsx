import { text } from "../../shared/text/en";
import styles from "./RingPage.module.css";
import type { RingDraft } from "./ringDraft";
import { canUndo, isLast } from "./ringSession";
import type { RingMoves } from "./useRingMoves";
import { clock, useSecondsSince } from "./useSecondsSince";

interface Props {
  draft: RingDraft;
  moves: RingMoves;
  onKeys: () => void;
}

/** Taking back, going back, the break since the last answer, and on. */
export function RingFoot({ draft, moves, onKeys }: Props) {
  return (
    <footer className={styles.foot}>
      <button type="button" onClick={moves.takeBack} disabled={!canUndo(draft)}>
        ↶ {text.ring.undo}
      </button>
      <button type="button" onClick={moves.back} disabled={draft.current === 0}>
        ↑<span className={styles.wide}> {text.ring.previous}</span>
      </button>
      <Break since={draft.entries.at(-1)?.at} />
      <button
        type="button"
        className={styles.keysButton}
        onClick={onKeys}
        aria-label={text.ring.keysTitle}
      >
        ?
      </button>
      <button type="button" className={styles.next} onClick={moves.next}>
        {isLast(draft) ? text.ring.finish : `${text.ring.next} ↓`}
      </button>
    </footer>
  );
}

function Break({ since }: { since: string | undefined }) {
  const pause = useSecondsSince(since);
  return (
    <p role="timer" aria-live="off">
      {pause === null ? "" : text.ring.breakFor(clock(pause))}
    </p>
  );
}
