// One exercise: its stages in the middle, what they need on the left, what they open on the right.
import { Link } from "react-router";
import type { HorseLadder, RungExercise, StepState } from "../../shared/api/types";
import { StateBead } from "../../shared/drawing/StateMark";
import { TextLines } from "../../shared/drawing/TextLines";
import { text } from "../../shared/text/en";
import styles from "./ExerciseView.module.css";
import { inLines } from "./ladderGeometry";

const WIDTH = 1000;
const BOX = { x: 352, width: 296, height: 58, gap: 12 };
const NODE = 44;
const TOP = 34;
const SIDE_CHARACTERS = 40;

interface Named {
  step: string;
  name: string;
  state: StepState;
}

interface Line {
  stage: string;
  other: string;
  met: boolean;
  confirmed: boolean;
}

interface Props {
  horse: string;
  ladder: HorseLadder;
  exercise: RungExercise;
  fit: Set<string>;
}

export function ExerciseView({ horse, ladder, exercise, fit }: Props) {
  const needs = needsOf(exercise);
  const opens = opensOf(ladder, exercise);
  const named = namesOf(ladder);
  const left = [...new Set(needs.map((one) => one.other))];
  const right = [...new Set(opens.map((one) => one.other))];
  const rows = Math.max(
    exercise.stages.length * (BOX.height + BOX.gap),
    left.length * NODE,
    right.length * NODE,
    120,
  );
  const height = TOP + rows + 8;
  const stageY = new Map(
    exercise.stages.map((stage, n) => [
      stage.step,
      spread(exercise.stages.length, exercise.stages.length - 1 - n, rows),
    ]),
  );
  const at = (list: string[], step: string) =>
    spread(list.length, list.length - 1 - list.indexOf(step), rows);
  const draw = (line: Line, list: string[], fromX: number, toX: number) => {
    const y1 = TOP + at(list, line.other);
    const y2 = TOP + (stageY.get(line.stage) ?? 0);
    const middle = (fromX + toX) / 2;
    const names = [styles.line, line.met ? "" : styles.unmet, line.confirmed ? styles.thick : ""];
    return (
      <path
        key={`${line.other}-${line.stage}`}
        d={`M${fromX} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${toX} ${y2}`}
        className={names.filter(Boolean).join(" ")}
      />
    );
  };
  return (
    <svg className={styles.exercise} viewBox={`0 0 ${WIDTH} ${height}`} aria-label={exercise.name}>
      <text x={300} y={16} className={styles.headRight}>
        {text.ladder.needs}
      </text>
      <text x={WIDTH / 2} y={16} className={styles.headMiddle}>
        {text.ladder.legend}
      </text>
      <text x={700} y={16} className={styles.head}>
        {text.ladder.opens}
      </text>
      <g>
        {needs.map((line) => draw(line, left, 318, BOX.x))}
        {opens.map((line) => draw(line, right, 682, BOX.x + BOX.width))}
        <line x1={WIDTH / 2} x2={WIDTH / 2} y1={TOP + 8} y2={height - 8} className={styles.rope} />
      </g>
      {left.map((step) => (
        <SideNode key={step} horse={horse} one={named.get(step)} y={TOP + at(left, step)} x={306} />
      ))}
      {exercise.stages.map((stage) => {
        const y = TOP + (stageY.get(stage.step) ?? 0);
        const why = inLines(stage.why, 46, 2);
        const name = inLines(stage.name, 30, 1)[0] ?? "";
        const state = text.ladder.states[stage.state];
        return (
          <Link
            key={stage.step}
            to={`/horses/${horse}/ladder/${stage.step}`}
            className={fit.has(stage.step) ? styles.stage : styles.stageDim}
            aria-label={`${name} ${state}. ${why.join(" ")}`}
          >
            <rect
              x={BOX.x}
              y={y - BOX.height / 2}
              width={BOX.width}
              height={BOX.height}
              rx={10}
              className={styles.box}
            />
            <g transform={`translate(${BOX.x + 18} ${y - 12})`}>
              <StateBead state={stage.state} r={6} />
            </g>
            <text x={BOX.x + 34} y={y - 8} className={styles.name}>
              {`${name} `}
            </text>
            <text x={BOX.x + BOX.width - 12} y={y - 8} className={styles.state}>
              {`${state}. `}
            </text>
            <TextLines lines={why} x={BOX.x + 34} y={y + 8} apart={13} className={styles.why} />
          </Link>
        );
      })}
      {right.map((step) => (
        <SideNode
          key={step}
          horse={horse}
          one={named.get(step)}
          y={TOP + at(right, step)}
          x={694}
          isRight
        />
      ))}
      {left.length === 0 ? (
        <text x={300} y={TOP + rows / 2} className={styles.noneRight}>
          {text.ladder.nothingNeeded}
        </text>
      ) : null}
      {right.length === 0 ? (
        <text x={700} y={TOP + rows / 2} className={styles.none}>
          {text.ladder.opensNothing}
        </text>
      ) : null}
    </svg>
  );
}

function SideNode({
  horse,
  one,
  x,
  y,
  isRight = false,
}: {
  horse: string;
  one: Named | undefined;
  x: number;
  y: number;
  isRight?: boolean;
}) {
  if (!one) return null;
  const lines = inLines(one.name, SIDE_CHARACTERS, 2);
  const from = isRight ? x + 14 : x - 14;
  return (
    <Link
      to={`/horses/${horse}/ladder/${one.step}`}
      className={styles.node}
      aria-label={text.ladder.stage(one.name, one.state)}
    >
      <rect x={isRight ? x - 10 : 0} y={y - 20} width={310} height={40} className={styles.hit} />
      <g transform={`translate(${x} ${y})`}>
        <StateBead state={one.state} r={5.5} />
      </g>
      <TextLines
        lines={lines}
        x={from}
        y={y + 5 - ((lines.length - 1) / 2) * 15}
        apart={15}
        className={isRight ? styles.side : styles.sideRight}
      />
    </Link>
  );
}

/** The middle of the `place`-th of `count` rows spread evenly over a height. */
function spread(count: number, place: number, height: number): number {
  return ((place + 0.5) * height) / count;
}

function needsOf(exercise: RungExercise): Line[] {
  return exercise.stages.flatMap((stage) =>
    stage.needs.map((need) => ({
      stage: stage.step,
      other: need.step,
      met: need.met,
      confirmed: need.gate === "confirmed",
    })),
  );
}

function opensOf(ladder: HorseLadder, exercise: RungExercise): Line[] {
  const own = new Set(exercise.stages.map((stage) => stage.step));
  return ladder.rungs.flatMap((rung) =>
    rung.exercises.flatMap((other) =>
      other.stages.flatMap((stage) =>
        stage.needs
          .filter((need) => own.has(need.step))
          .map((need) => ({
            stage: need.step,
            other: stage.step,
            met: need.met,
            confirmed: need.gate === "confirmed",
          })),
      ),
    ),
  );
}

function namesOf(ladder: HorseLadder): Map<string, Named> {
  return new Map(
    ladder.rungs.flatMap((rung) =>
      rung.exercises.flatMap((exercise) =>
        exercise.stages.map((stage): [string, Named] => [
          stage.step,
          { step: stage.step, name: `${exercise.name}: ${stage.name}`, state: stage.state },
        ]),
      ),
    ),
  );
}
