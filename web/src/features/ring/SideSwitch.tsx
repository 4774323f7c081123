import type { Side } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./RingPage.module.css";

export function SideSwitch({ side, onChoose }: { side: Side; onChoose: (side: Side) => void }) {
  return (
    <fieldset className={styles.sides} aria-label={text.sheet.sides}>
      {(["left", "right"] as const).map((one) => (
        <button
          key={one}
          type="button"
          className={styles[one]}
          aria-pressed={side === one}
          onClick={() => onChoose(one)}
        >
          {text.ring[one]}
        </button>
      ))}
    </fieldset>
  );
}
