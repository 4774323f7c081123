import { useEffect, useState } from "react";
import type { PlanItem, Side } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import type { Advice } from "./coachPlayer";
import styles from "./Instruction.module.css";

interface Props {
  item: PlanItem;
  side: Side;
  advice: Advice | null;
  onSwitch: () => void;
  onNext: () => void;
}

const URGENT = ["stop-danger", "body-flag", "calm-down", "leave-exercise"];

/** What to do next: the largest thing on the screen, its reason one tap away. */
export function Instruction({ item, side, advice, onSwitch, onNext }: Props) {
  const [why, setWhy] = useState(true);
  useEffect(() => {
    if (performance.getEntriesByName("ring-tap").length > 0) {
      performance.measure("tap-to-instruction", "ring-tap");
      performance.clearMarks("ring-tap");
    }
  });
  const tone = !advice
    ? styles.calm
    : URGENT.includes(advice.code)
      ? styles.urgent
      : advice.accepted
        ? styles.good
        : styles.heed;
  const say = advice?.say ?? opening(item, side);
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
          <button type="button" className={styles.action} onClick={onNext}>
            {text.ring.next}
          </button>
        ) : null}
      </div>
    </div>
  );
}

function opening(item: PlanItem, side: Side): string {
  if (!item.step) return `${item.name}.`;
  const from = item.judged_by === "L" ? " From the lightest." : "";
  return (side === "none" ? "Begin." : `Begin on the ${side}.`) + from;
}
