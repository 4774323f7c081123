// One rung closer: its exercises as ropes, their stages as beads with names.
import { Link } from "react-router";
import type { Rung } from "../../shared/api/types";
import { StateMark } from "../../shared/drawing/StateMark";
import { text } from "../../shared/text/en";
import styles from "./PhaseView.module.css";

interface Props {
  horse: string;
  rung: Rung;
  fit: Set<string>;
  to: (at: string) => string;
}

export function PhaseView({ horse, rung, fit, to }: Props) {
  return (
    <ul className={styles.rung} aria-label={`${rung.phase} ${rung.title}`}>
      {rung.exercises.map((exercise) => (
        <li key={exercise.id} className={styles.exercise}>
          <Link to={to(exercise.id)} className={styles.name}>
            {exercise.name}
            <span className={styles.count}>
              {text.ladder.goodOf(exercise.good, exercise.stages.length)}
            </span>
          </Link>
          <ol className={styles.stages}>
            {exercise.stages.map((stage) => (
              <li key={stage.step} className={fit.has(stage.step) ? styles.stage : styles.dim}>
                <Link
                  to={`/horses/${horse}/ladder/${stage.step}`}
                  aria-label={text.ladder.stage(stage.name, stage.state)}
                  title={`${stage.state}: ${stage.why}`}
                >
                  <StateMark state={stage.state} />
                  <span>{stage.name}</span>
                </Link>
              </li>
            ))}
          </ol>
        </li>
      ))}
    </ul>
  );
}
