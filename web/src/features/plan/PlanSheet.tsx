// The plan on paper: one A4 page to hang at the rail, to tick, and to write the answers on.
import type { PlanPage as Plan, PlanItem } from "../../shared/api/types";
import { longDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { bodyCautions } from "./bodyCautions";
import styles from "./PlanSheet.module.css";

/** So many items fit on the page in type that is read at arm's length. */
const FIT_IN_LARGE = 9;

export function PlanSheet({ page, items }: { page: Plan; items: PlanItem[] }) {
  const { facts, plan } = page;
  const minutes = items.reduce((sum, item) => sum + item.minutes, 0);
  return (
    <section
      className={styles.sheet}
      data-sheet
      data-many={items.length > FIT_IN_LARGE || undefined}
      aria-hidden="true"
    >
      <header className={styles.head}>
        <p className={styles.horse}>{facts.name}</p>
        <p className={styles.day}>{longDay(plan.on)}</p>
        <p className={styles.minutes}>{text.today.minutes(minutes)}</p>
      </header>
      <p className={styles.headline}>{plan.headline}</p>
      <table className={styles.table}>
        <colgroup>
          <col className={styles.tickColumn} />
          <col />
          <col className={styles.minutesColumn} />
        </colgroup>
        <tbody>
          {items.map((item) => (
            <Row key={item.id} item={item} />
          ))}
        </tbody>
      </table>
      <ul className={styles.cautions}>
        {[...bodyCautions(plan), ...plan.cautions, page.disclaimer].map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </section>
  );
}

function Row({ item }: { item: PlanItem }) {
  return (
    <tr>
      <td>
        <span className={styles.box} />
      </td>
      <td>
        <p className={styles.name}>
          {item.kind_words}: <strong>{item.name}</strong>
          {item.stage ? `, ${item.stage}` : ""}
        </p>
        {item.dose ? <p className={styles.dose}>{item.dose}</p> : null}
        <Line item={item} />
      </td>
      <td className={styles.time}>{text.today.minutes(item.minutes)}</td>
    </tr>
  );
}

/** Where the answers are written as they are typed in later: the step, the side, the levels. */
function Line({ item }: { item: PlanItem }) {
  const parts = item.step
    ? item.sides.map(({ line }) => line)
    : item.kind === "settle"
      ? [text.plan.settledAfter]
      : [];
  if (parts.length === 0) return null;
  return (
    <p className={styles.line}>
      {parts.map((part) => (
        <span key={part} className={styles.entry}>
          <span>{part}</span>
          <span className={styles.rule} />
        </span>
      ))}
    </p>
  );
}
