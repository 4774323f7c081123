// The ladder as a list: on the phone, for a screen reader, and for whoever likes lists better.
import { Link } from "react-router";
import type { HorseLadder, RungExercise } from "../../shared/api/types";
import { StateMark } from "../../shared/drawing/StateMark";
import { text } from "../../shared/text/en";
import styles from "./LadderList.module.css";

interface Props {
  horse: string;
  ladder: HorseLadder;
  fit: Set<string>;
  /** A phase or an exercise, if only that is looked at. */
  at: string;
  /** Show the stages at once, because something is looked for. */
  open: boolean;
}

export function LadderList({ horse, ladder, fit, at, open }: Props) {
  const rungs = ladder.rungs
    .map((rung) => ({
      ...rung,
      exercises: rung.exercises.filter(
        (exercise) =>
          exercise.stages.some((stage) => fit.has(stage.step)) &&
          (at === "" || at === rung.phase || at === exercise.id),
      ),
    }))
    .filter((rung) => rung.exercises.length > 0);
  if (rungs.length === 0) return <p>{text.ladder.nothingFound}</p>;
  return (
    <div className={styles.list}>
      {rungs.map((rung) => (
        <section key={rung.phase}>
          <h2>
            {rung.phase} {rung.title}
            <span className={styles.count}>{text.ladder.goodOf(rung.good, rung.stages)}</span>
          </h2>
          {rung.exercises.map((exercise) => (
            <ExerciseRow
              key={exercise.id}
              horse={horse}
              exercise={exercise}
              fit={fit}
              open={open || at === exercise.id}
            />
          ))}
        </section>
      ))}
    </div>
  );
}

interface RowProps {
  horse: string;
  exercise: RungExercise;
  fit: Set<string>;
  open: boolean;
}

function ExerciseRow({ horse, exercise, fit, open }: RowProps) {
  const shown = exercise.stages.filter((stage) => fit.has(stage.step));
  return (
    <details className={styles.exercise} open={open}>
      <summary>
        <StateMark state={exercise.state} />
        <span className={styles.name}>{exercise.name}</span>
        {exercise.origin === "shipped" ? null : (
          <span className={styles.why}>{text.ladder.origin[exercise.origin]}</span>
        )}
        <span className={styles.state}>
          {text.ladder.states[exercise.state]},{" "}
          {text.ladder.goodOf(exercise.good, exercise.stages.length)}
        </span>
      </summary>
      <ol className={styles.stages}>
        {shown.map((stage) => (
          <li key={stage.step}>
            <Link to={`/horses/${horse}/ladder/${stage.step}`} className={styles.stage}>
              <StateMark state={stage.state} />
              <span>
                <strong>{stage.name}</strong>: {text.ladder.states[stage.state]}
                <span className={styles.why}>{stage.why}</span>
              </span>
            </Link>
          </li>
        ))}
      </ol>
    </details>
  );
}
