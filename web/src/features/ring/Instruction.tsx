import { useEffect, useState } from "react";
import type { PlanItem, Side } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import type { Advice } from "./coachPlayer";
import styles from "./Instruction.module.css";
import { otherSide } from "./ringSession";
import { useSecondsSince } from "./useSecondsSince";

interface Props {
  item: PlanItem;
  /** The first instruction of the item on this side. */
  begin: string;
  side: Side;
  advice: Advice | null;
  onSwitch: () => void;
  onNext: () => void;
  /** Goes up a stage, where that is what is said. */
  onGoUp: (() => void) | null;
  /** One ask of the stage after this one, to see: how it is offered. */
  probe: { words: string; onProbe: () => void } | null;
  /** Goes to the easy yes, where that is what comes next. */
  onEasyYes: (() => void) | null;
}

/** What to do next: the largest thing on the screen, its reason one tap away. */
export function Instruction(props: Props) {
  const { item, begin, advice } = props;
  const [why, setWhy] = useState(true);
  useEffect(() => {
    if (performance.getEntriesByName("ring-tap").length > 0) {
      performance.measure("tap-to-instruction", "ring-tap");
      performance.clearMarks("ring-tap");
    }
  });
  const reason = advice?.why ?? (item.ask || item.why.text);
  return (
    <div className={`${styles.panel} ${toneOf(advice)}`} data-advice={advice?.code ?? "begin"}>
      <div className={styles.head}>
        <p className={styles.say} role="status" aria-live="assertive">
          {advice?.say ?? begin}
        </p>
        <button
          type="button"
          className={styles.why}
          aria-expanded={why}
          onClick={() => setWhy(!why)}
        >
          {text.ring.why}
        </button>
      </div>
      {why ? <p className={styles.reason}>{reason}</p> : null}
      {advice?.wait_s ? <Stand key={advice.tries} seconds={advice.wait_s} /> : null}
      <Actions {...props} />
    </div>
  );
}

/** So long nothing is asked. */
function Stand({ seconds }: { seconds: number }) {
  const [since, setSince] = useState<string | null>(null);
  const stood = useSecondsSince(since);
  const words = taking.stand;
  const left = seconds - (stood ?? 0);
  return (
    <div className={styles.actions}>
      <button
        type="button"
        className={styles.action}
        onClick={() => setSince(new Date().toISOString())}
      >
        {stood === null ? words.start(seconds) : left > 0 ? words.left(left) : words.done}
      </button>
    </div>
  );
}

function toneOf(advice: Advice | null) {
  if (!advice) return styles.calm;
  if (advice.urgent) return styles.urgent;
  return advice.accepted ? styles.good : styles.heed;
}

/** What was said can be done with one tap. */
function Actions({ side, advice, onSwitch, onNext, onGoUp, probe, onEasyYes }: Props) {
  const changes = advice?.code === "change-side";
  return (
    <div className={styles.actions}>
      {changes ? (
        <button type="button" className={styles.action} onClick={onSwitch}>
          {text.ring.switchTo(otherSide(side))}
        </button>
      ) : null}
      {advice?.ends && !changes ? (
        <button type="button" className={styles.action} onClick={onGoUp ?? onEasyYes ?? onNext}>
          {onGoUp ? text.ring.goUp : onEasyYes ? text.ring.toEasyYes : text.ring.next}
        </button>
      ) : null}
      {probe ? (
        <button type="button" className={styles.offer} onClick={probe.onProbe}>
          {probe.words}
        </button>
      ) : null}
    </div>
  );
}
