// Where knots and beads stand in the drawing of the whole ladder; which knot an arrow key leads to.
import type { HorseLadder, Rung } from "../../shared/api/types";

export const WIDTH = 1000;
export const RUNG = 63;
const TOP = 26;
const BOTTOM = 40;
/** Room at the left for the phase's name. */
const LABEL = 104;
const WIDEST_CELL = 132;
const BEAD = 12;

export interface Knot {
  id: string;
  phase: string;
  x: number;
  y: number;
  cell: number;
  bead: number;
}

export interface LadderPicture {
  height: number;
  knots: Knot[];
  rungY: (place: number) => number;
  railLeft: number;
  railRight: number;
}

/** The lowest phase stands at the bottom. */
export function drawLadder(rungs: Rung[]): LadderPicture {
  const height = TOP + (rungs.length - 1) * RUNG + BOTTOM + 12;
  const rungY = (place: number) => height - BOTTOM - place * RUNG;
  const knots = rungs.flatMap((rung, place) => {
    const room = WIDTH - LABEL - 16;
    const cell = Math.min(room / Math.max(rung.exercises.length, 1), WIDEST_CELL);
    const start = LABEL + (room - cell * rung.exercises.length) / 2;
    return rung.exercises.map((exercise, n) => ({
      id: exercise.id,
      phase: rung.phase,
      x: start + (n + 0.5) * cell,
      y: rungY(place),
      cell,
      bead: Math.min(BEAD, (cell - 10) / exercise.stages.length),
    }));
  });
  return { height, knots, rungY, railLeft: LABEL - 4, railRight: WIDTH - 6 };
}

/** The curve of a need, from the lower knot's upper side to the upper one's lower side. */
export function threadPath(lower: Knot, upper: Knot): string {
  if (lower.phase === upper.phase) {
    const top = lower.y - 34 - Math.abs(upper.x - lower.x) * 0.04;
    return `M${lower.x} ${lower.y - 4} C ${lower.x} ${top}, ${upper.x} ${top}, ${upper.x} ${upper.y - 4}`;
  }
  const bend = (lower.y - upper.y) * 0.45;
  return `M${lower.x} ${lower.y} C ${lower.x} ${lower.y - bend}, ${upper.x} ${upper.y + bend}, ${upper.x} ${upper.y}`;
}

/** The knot that an arrow key leads to; the same one at the edge. */
export function nextKnot(picture: LadderPicture, from: string, key: string): string {
  const knot = picture.knots.find((one) => one.id === from);
  if (!knot) return picture.knots[0]?.id ?? from;
  const onRung = picture.knots.filter((one) => one.y === knot.y);
  const place = onRung.indexOf(knot);
  if (key === "ArrowRight") return onRung[place + 1]?.id ?? from;
  if (key === "ArrowLeft") return onRung[place - 1]?.id ?? from;
  if (key === "Home") return onRung[0]?.id ?? from;
  if (key === "End") return onRung.at(-1)?.id ?? from;
  const wanted = knot.y + (key === "ArrowUp" ? -RUNG : RUNG);
  const there = picture.knots.filter((one) => Math.abs(one.y - wanted) < 1);
  const near = there.sort((a, b) => Math.abs(a.x - knot.x) - Math.abs(b.x - knot.x))[0];
  return near?.id ?? from;
}

/** Words in lines of at most so many letters; at most two lines. */
export function inLines(words: string, most: number, lines = 2): string[] {
  const found: string[] = [];
  for (const word of words.split(" ")) {
    const last = found.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= most)
      found[found.length - 1] = `${last} ${word}`;
    else found.push(word);
  }
  if (found.length <= lines) return found;
  const kept = found.slice(0, lines);
  const rest = found.slice(lines - 1).join(" ");
  kept[lines - 1] = rest.length > most ? `${rest.slice(0, most - 1)}…` : rest;
  return kept;
}

export function exerciseOf(ladder: HorseLadder, id: string) {
  for (const rung of ladder.rungs) {
    const exercise = rung.exercises.find((one) => one.id === id);
    if (exercise) return { rung, exercise };
  }
  return null;
}
