// A flag raised in this session: what to have looked at, what is taken away, seen before anything else.
import type { PackFlag } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./FlagRaised.module.css";

interface Props {
  flags: PackFlag[];
  /** Only by name: what is said below says it already. */
  isShort: boolean;
  /** Is the knot that is worked held back? Then the way on. */
  onNext: (() => void) | null;
}

export function FlagRaised({ flags, isShort, onNext }: Props) {
  const [flag] = flags;
  if (!flag) return null;
  return (
    <div className={styles.flag} role="alert">
      <p>
        <strong className={styles.name}>
          <span aria-hidden="true">⚑ </span>
          {flags.map((one) => one.name).join(", ")}.
        </strong>{" "}
        {isShort ? null : flag.say}
      </p>
      {onNext ? (
        <>
          {isShort ? null : <p>{flag.holds_back_words}</p>}
          <button type="button" className={styles.next} onClick={onNext}>
            {text.ring.heldBack}
          </button>
        </>
      ) : null}
    </div>
  );
}
