import type { Side } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./RingPage.module.css";

interface Props {
  /** Those that the knot has: of one, the switch only says it. */
  sides: Side[];
  side: Side;
  onChoose: (side: Side) => void;
}

export function SideSwitch({ sides, side, onChoose }: Props) {
  const shown = (["left", "right"] as const).filter((one) => sides.includes(one));
  return (
    <fieldset className={styles.sides} aria-label={text.ring.sides}>
      {shown.map((one) => (
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
