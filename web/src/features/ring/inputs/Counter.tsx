import type { Wedge } from "../../../shared/api/types";
import { taking as words } from "../../../shared/text/en.taking";
import styles from "./inputs.module.css";

interface Props {
  counting: NonNullable<Wedge["counted"]>;
  counted: number | null;
  onCount: (counted: number | null) => void;
}

/** Steps, strides, degrees: so many at a tap, up and down; below one it is not counted. */
export function Counter({ counting: { name, by, most }, counted, onCount }: Props) {
  const now = counted ?? 0;
  return (
    <div className={styles.counter}>
      <span>{name}</span>
      <button
        type="button"
        className={styles.plain}
        aria-label={words.fewer(name)}
        disabled={now === 0}
        onClick={() => onCount(now - by > 0 ? now - by : null)}
      >
        −
      </button>
      <output aria-label={name}>{counted ?? words.notCounted}</output>
      <button
        type="button"
        className={styles.plain}
        aria-label={words.more(name)}
        disabled={now + by > most}
        onClick={() => onCount(now + by)}
      >
        +
      </button>
    </div>
  );
}
