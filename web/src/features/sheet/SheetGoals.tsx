// How far the goals are, and how soon.
import { Link } from "react-router";
import { ForecastFan } from "../../shared/drawing/ForecastFan";
import { sheet as words } from "../../shared/text/en.sheet";
import styles from "./SheetPage.module.css";
import type { SheetProps } from "./sheetProps";

export function SheetGoals({ horse, sheet }: SheetProps) {
  return (
    <section>
      <h2>{words.goals}</h2>
      {sheet.goals.length === 0 ? <p>{words.goalsEmpty}</p> : null}
      {sheet.goals.map((goal) => (
        <div key={goal.step} className={styles.goal}>
          <h3>{goal.name}</h3>
          <progress value={goal.good} max={goal.steps} aria-label={goal.name} />
          <p className={styles.soft}>{goal.words}</p>
          {goal.next_names.length > 0 ? (
            <p className={styles.soft}>
              {words.goalNext}: {goal.next_names.join("; ")}
            </p>
          ) : null}
          {goal.forecast.sides.map((side) =>
            side.arrived_by.length > 0 ? (
              <ForecastFan legend={goal.forecast.legend} key={side.side} forecast={side} />
            ) : null,
          )}
          {goal.forecast.within ? <p className={styles.soft}>{goal.forecast.words}</p> : null}
          <Link to={`/horses/${horse}/sheet/${goal.step}`}>{words.goalWhy}</Link>
        </div>
      ))}
    </section>
  );
}
