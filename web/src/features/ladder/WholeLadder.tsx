// The whole ladder at once: phases as rungs, exercises as knots, their stages as beads, needs as lines.
import { type KeyboardEvent, useState } from "react";
import { Link } from "react-router";
import type { HorseLadder, RungExercise } from "../../shared/api/types";
import { StateBead } from "../../shared/drawing/StateMark";
import { TextLines } from "../../shared/drawing/TextLines";
import { text } from "../../shared/text/en";
import {
  drawLadder,
  inLines,
  type Knot,
  type LadderPicture,
  nextKnot,
  threadPath,
  WIDTH,
} from "./ladderGeometry";
import styles from "./WholeLadder.module.css";

interface Props {
  ladder: HorseLadder;
  /** Steps that fit the filter. */
  fit: Set<string>;
  /** The address that goes in to an exercise or a phase. */
  to: (at: string) => string;
  /** The exercise that one came out of: the keyboard goes on from there. */
  from: string | null;
}

const ARROWS = ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown", "Home", "End"];

export function WholeLadder({ ladder, fit, to, from }: Props) {
  const picture = drawLadder(ladder.rungs);
  const first = ladder.rungs.flatMap((rung) => rung.exercises).find((one) => one.at !== null)?.id;
  const [reached, setReached] = useState(from ?? first ?? "");
  const [looked, setLooked] = useState<string | null>(null);
  const exercises = new Map(
    ladder.rungs.flatMap((rung) => rung.exercises.map((one) => [one.id, one])),
  );
  const lit = looked ?? null;
  const move = (event: KeyboardEvent) => {
    if (!ARROWS.includes(event.key)) return;
    event.preventDefault();
    const next = nextKnot(picture, reached, event.key);
    setReached(next);
    document.getElementById(`knot-${next}`)?.focus();
  };
  return (
    <svg
      className={styles.ladder}
      viewBox={`0 0 ${WIDTH} ${picture.height}`}
      aria-label={text.ladder.picture}
      onKeyDown={move}
    >
      <Rails picture={picture} ladder={ladder} to={to} />
      <Threads ladder={ladder} picture={picture} lit={lit} />
      {picture.knots.map((knot) => {
        const exercise = exercises.get(knot.id);
        if (!exercise) return null;
        return (
          <Link
            key={knot.id}
            id={`knot-${knot.id}`}
            to={to(knot.id)}
            className={styles.knot}
            tabIndex={knot.id === reached ? 0 : -1}
            aria-label={text.ladder.knot(
              exercise.short === exercise.name
                ? exercise.name
                : `${exercise.short} (${exercise.name})`,
              exercise.state,
              exercise.good,
              exercise.stages.length,
            )}
            onFocus={() => {
              setReached(knot.id);
              setLooked(knot.id);
            }}
            onBlur={() => setLooked(null)}
            onMouseEnter={() => setLooked(knot.id)}
            onMouseLeave={() => setLooked(null)}
          >
            <KnotDrawing knot={knot} exercise={exercise} fit={fit} lit={lit === knot.id} />
          </Link>
        );
      })}
    </svg>
  );
}

function Rails({
  picture,
  ladder,
  to,
}: {
  picture: LadderPicture;
  ladder: HorseLadder;
  to: (at: string) => string;
}) {
  const { railLeft, railRight, height } = picture;
  return (
    <>
      <line x1={railLeft} x2={railLeft} y1={6} y2={height - 6} className={styles.rail} />
      <line x1={railRight} x2={railRight} y1={6} y2={height - 6} className={styles.rail} />
      {ladder.rungs.map((rung, place) => {
        const y = picture.rungY(place);
        const lines = inLines(rung.title, 14);
        return (
          <g key={rung.phase}>
            <line x1={railLeft - 8} x2={railRight + 4} y1={y} y2={y} className={styles.pole} />
            <Link to={to(rung.phase)} className={styles.phase}>
              <rect x={0} y={y - 34} width={railLeft - 10} height={62} className={styles.hit} />
              <text x={0} y={y - 18} className={styles.phaseCode}>
                {rung.phase}
              </text>
              <text x={24} y={y - 18} className={styles.phaseCount}>
                {text.ladder.goodOf(rung.good, rung.stages)}
              </text>
              <TextLines lines={lines} x={0} y={y - 1} apart={14} className={styles.phaseTitle} />
            </Link>
          </g>
        );
      })}
    </>
  );
}

/** All needs, faint; those of the knot that is looked at, strong. */
function Threads({
  ladder,
  picture,
  lit,
}: {
  ladder: HorseLadder;
  picture: LadderPicture;
  lit: string | null;
}) {
  const knots = new Map(picture.knots.map((one) => [one.id, one]));
  return (
    <g>
      {ladder.threads.map((thread) => {
        const lower = knots.get(thread.lower);
        const upper = knots.get(thread.upper);
        if (!lower || !upper) return null;
        const strong = lit === thread.lower || lit === thread.upper;
        const names = [
          styles.thread,
          strong ? styles.strong : "",
          thread.met ? "" : styles.unmet,
          thread.confirmed && strong ? styles.thick : "",
          lit === thread.lower ? styles.opening : "",
        ];
        return (
          <path
            key={`${thread.lower}-${thread.upper}`}
            d={threadPath(lower, upper)}
            className={names.filter(Boolean).join(" ")}
          />
        );
      })}
    </g>
  );
}

interface KnotProps {
  knot: Knot;
  exercise: RungExercise;
  fit: Set<string>;
  lit: boolean;
}

function KnotDrawing({ knot, exercise, fit, lit }: KnotProps) {
  const some = exercise.stages.some((stage) => fit.has(stage.step));
  const first = knot.x - ((exercise.stages.length - 1) * knot.bead) / 2;
  const lines = inLines(exercise.short, Math.max(Math.floor(knot.cell / 6.6), 9));
  return (
    <g className={some ? undefined : styles.dim}>
      <rect
        x={knot.x - knot.cell / 2 + 1}
        y={knot.y - 24}
        width={knot.cell - 2}
        height={60}
        rx={8}
        className={lit ? styles.hitLit : styles.hit}
      />
      <path
        d={`M${first - 7} ${knot.y} Q${first - 8} ${knot.y - 12} ${first} ${knot.y - 12} L${first + (exercise.stages.length - 1) * knot.bead} ${knot.y - 12} Q${first + (exercise.stages.length - 1) * knot.bead + 8} ${knot.y - 12} ${first + (exercise.stages.length - 1) * knot.bead + 7} ${knot.y}`}
        className={styles.loop}
      />
      {exercise.stages.map((stage, n) => (
        <g
          key={stage.step}
          transform={`translate(${first + n * knot.bead} ${knot.y - 12})`}
          className={fit.has(stage.step) ? undefined : styles.dim}
        >
          <StateBead state={stage.state} r={4.4} />
        </g>
      ))}
      <TextLines lines={lines} x={knot.x} y={knot.y + 16} apart={13} className={styles.name} />
    </g>
  );
}
