import { useEffect, useState } from "react";
import type { PlanItem, Side } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import type { Advice } from "./coachPlayer";
import styles from "./Instruction.module.css";

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
  const { item, begin, side, advice, onSwitch, onNext, onGoUp, probe, onEasyYes } = props;
  const [why, setWhy] = useState(true);
  useEffect(() => {
    if (performance.getEntriesByName("ring-tap").length > 0) {
      performance.measure("tap-to-instruction", "ring-tap");
      performance.clearMarks("ring-tap");
    }
  });
  const tone = !advice
    ? styles.calm
    : advice.urgent
      ? styles.urgent
      : advice.accepted
        ? styles.good
        : styles.heed;
  const say = advice?.say ?? begin;
  const reason = advice?.why ?? (item.ask || item.why.text);
  return (
    <div className={`${styles.panel} ${tone}`} data-advice={advice?.code ?? "begin"}>
      <div className={styles.head}>
        <p className={styles.say} role="status" aria-live="assertive">
          {say}
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
      <div className={styles.actions}>
        {advice?.code === "change-side" ? (
          <button type="button" className={styles.action} onClick={onSwitch}>
            {text.ring.switchTo(side === "left" ? "right" : "left")}
          </button>
        ) : null}
        {advice?.ends && advice.code !== "change-side" ? (
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
    </div>
  );
}
