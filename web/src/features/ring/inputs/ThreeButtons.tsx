import type { CoachEntry } from "../coachPlayer";
import styles from "./inputs.module.css";

interface Props {
  coarse: readonly [string, string];
  none: string;
  legend: string;
  onSay: (part: Partial<CoachEntry>) => void;
}

/** For whoever rides and logs: light, heavy, none; the level is then only known to be inside or above. */
export function ThreeButtons({ coarse: [light, heavy], none, legend, onSay }: Props) {
  return (
    <fieldset className={styles.row}>
      <legend>{legend}</legend>
      <div className={styles.three}>
        <button type="button" className={styles.light} onClick={() => onSay({ coarse: "light" })}>
          {light}
        </button>
        <button type="button" className={styles.heavy} onClick={() => onSay({ coarse: "heavy" })}>
          {heavy}
        </button>
        <button
          type="button"
          className={styles.none}
          onClick={() => onSay({ coarse: "heavy", answered: false })}
        >
          {none}
        </button>
      </div>
    </fieldset>
  );
}
