// Where a step stands, as a bead on the rope: told by shape, not by colour alone.
import type { StepState } from "../api/types";
import styles from "./StateMark.module.css";

/** A bead of radius `r` around 0, 0, inside a drawing. */
export function StateBead({ state, r = 5 }: { state: StepState; r?: number }) {
  const half = `M0 ${-r} A${r} ${r} 0 0 0 0 ${r} Z`;
  switch (state) {
    case "closed":
      return <circle r={r - 1.5} className={styles.closed} />;
    case "open":
      return <circle r={r - 0.5} className={styles.open} />;
    case "learning":
      return (
        <>
          <circle r={r - 0.5} className={styles.learning} />
          <path d={half} className={styles.filled} />
        </>
      );
    case "ready":
      return <circle r={r} className={styles.filled} />;
    case "confirmed":
      return (
        <>
          <circle r={r + 1.2} className={styles.ring} />
          <circle r={r - 1.3} className={styles.filled} />
        </>
      );
    case "slipping":
      return <path d={`M${-r} ${-r} L${r} ${-r} L0 ${r + 1} Z`} className={styles.slipping} />;
    case "resting":
      return (
        <rect x={-r} y={-1.75} width={2 * r} height={3.5} rx={1.5} className={styles.resting} />
      );
  }
}

/** The same beside a line of text, where the text says the state. */
export function StateMark({ state }: { state: StepState }) {
  return (
    <svg className={styles.mark} viewBox="-9 -9 18 18" aria-hidden="true">
      <StateBead state={state} r={5.5} />
    </svg>
  );
}
