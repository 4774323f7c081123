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
const LEAST_HEIGHT = 120;

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

/** Where everything stands: stages up the middle, what they need and what they open beside them. */
function placed(ladder: HorseLadder, exercise: RungExercise) {
  const needs = needsOf(exercise);
  const opens = opensOf(ladder, exercise);
  const left = [...new Set(needs.map((one) => one.other))];
  const right = [...new Set(opens.map((one) => one.other))];
  const steps = exercise.stages.map((stage) => stage.step);
  const rows = Math.max(
    steps.length * (BOX.height + BOX.gap),
    left.length * NODE,
    right.length * NODE,
    LEAST_HEIGHT,
  );
  /** The first of a list at the bottom. */
  const at = (list: string[], step: string) =>
    TOP + spread(list.length, list.length - 1 - list.indexOf(step), rows);
  return { needs, opens, left, right, steps, rows, at, height: TOP + rows + 8 };
}

export function ExerciseView({ horse, ladder, exercise, fit }: Props) {
  const { needs, opens, left, right, steps, rows, at, height } = placed(ladder, exercise);
  const named = namesOf(ladder);
  const middle = TOP + rows / 2;
  return (
    <svg className={styles.exercise} viewBox={`0 0 ${WIDTH} ${height}`} aria-label={exercise.name}>
      <Heads />
      <g>
        {needs.map((one) => (
          <Curve
            key={one.other + one.stage}
            line={one}
            from={[318, at(left, one.other)]}
            to={[BOX.x, at(steps, one.stage)]}
          />
        ))}
        {opens.map((one) => (
          <Curve
            key={one.other + one.stage}
            line={one}
            from={[682, at(right, one.other)]}
            to={[BOX.x + BOX.width, at(steps, one.stage)]}
          />
        ))}
        <line x1={WIDTH / 2} x2={WIDTH / 2} y1={TOP + 8} y2={height - 8} className={styles.rope} />
      </g>
      {left.map((step) => (
        <SideNode key={step} horse={horse} one={named.get(step)} y={at(left, step)} x={306} />
      ))}
      {exercise.stages.map((stage) => (
        <StageBox
          key={stage.step}
          horse={horse}
          stage={stage}
          y={at(steps, stage.step)}
          isDim={!fit.has(stage.step)}
        />
      ))}
      {right.map((step) => (
        <SideNode
          key={step}
          horse={horse}
          one={named.get(step)}
          y={at(right, step)}
          x={694}
          isRight
        />
      ))}
      <None when={left.length === 0} x={300} y={middle} words={text.ladder.nothingNeeded} isRight />
      <None when={right.length === 0} x={700} y={middle} words={text.ladder.opensNothing} />
    </svg>
  );
}

function Heads() {
  return (
    <>
      <text x={300} y={16} className={styles.headRight}>
        {text.ladder.needs}
      </text>
      <text x={WIDTH / 2} y={16} className={styles.headMiddle}>
        {text.ladder.legend}
      </text>
      <text x={700} y={16} className={styles.head}>
        {text.ladder.opens}
      </text>
    </>
  );
}

interface NoneProps {
  when: boolean;
  x: number;
  y: number;
  words: string;
  isRight?: boolean;
}

function None({ when, x, y, words, isRight = false }: NoneProps) {
  if (!when) return null;
  return (
    <text x={x} y={y} className={isRight ? styles.noneRight : styles.none}>
      {words}
    </text>
  );
}

interface CurveProps {
  line: Line;
  from: [number, number];
  to: [number, number];
}

function Curve({ line, from: [x1, y1], to: [x2, y2] }: CurveProps) {
  const middle = (x1 + x2) / 2;
  const names = [styles.line, line.met ? "" : styles.unmet, line.confirmed ? styles.thick : ""];
  return (
    <path
      d={`M${x1} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${x2} ${y2}`}
      className={names.filter(Boolean).join(" ")}
    />
  );
}

interface StageProps {
  horse: string;
  stage: RungExercise["stages"][number];
  y: number;
  isDim: boolean;
}

function StageBox({ horse, stage, y, isDim }: StageProps) {
  const why = inLines(stage.why, 46, 2);
  const name = inLines(stage.name, 30, 1)[0] ?? "";
  const state = text.ladder.states[stage.state];
  const { x, width, height } = BOX;
  return (
    <Link
      to={`/horses/${horse}/ladder/${stage.step}`}
      className={isDim ? styles.stageDim : styles.stage}
      aria-label={`${name} ${state}. ${why.join(" ")}`}
    >
      <rect x={x} y={y - height / 2} width={width} height={height} rx={10} className={styles.box} />
      <g transform={`translate(${x + 18} ${y - 12})`}>
        <StateBead state={stage.state} r={6} />
      </g>
      <text x={x + 34} y={y - 8} className={styles.name}>
        {`${name} `}
      </text>
      <text x={x + width - 12} y={y - 8} className={styles.state}>
        {`${state}. `}
      </text>
      <TextLines lines={why} x={x + 34} y={y + 8} apart={13} className={styles.why} />
    </Link>
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
