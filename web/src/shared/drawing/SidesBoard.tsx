// The sides board: left is left and right is right as seen from the saddle, heavier is further
// out, so that an even horse gives an even picture. Cues without sides stand on the centre line.
import useMediaQuery from "@mui/material/useMediaQuery";
import { Link } from "react-router";
import type { BoardRow, TrackEstimate } from "../api/types";
import { sheet as words } from "../text/en.sheet";
import { Hatch } from "./Hatch";
import styles from "./SidesBoard.module.css";
import { type BoardScale, centreX, LEVEL_HIGH, levelX } from "./sidesGeometry";

/** How the board lies: with the names in the middle, or above each row where there is little room. */
interface Lie {
  scale: BoardScale;
  row: number;
  /** From the top of a row to its marks. */
  marks: number;
  /** Where a name stands: of a cue with sides, of one without. */
  name: [number, number];
  /** Where asks and days stand. */
  basis: number;
}

const WIDE: Lie = {
  scale: { width: 660, gap: 92, centre: 66 },
  row: 46,
  marks: 0,
  name: [28, 16],
  basis: 40,
};
const NARROW: Lie = {
  scale: { width: 360, gap: 6, centre: 130 },
  row: 66,
  marks: 18,
  name: [16, 16],
  basis: 16,
};
const MARKS_HIGH = 46;
const TOP = 46;
const TICKS = [1, 2, 3, 4, 5, 6, 7, 8, 9, LEVEL_HIGH];

/** A longer name would lie on the bands. */
const NAME_LETTERS = 25;

export function SidesBoard({ horse, rows }: { horse: string; rows: BoardRow[] }) {
  const lie = useMediaQuery("(max-width: 700px)") ? NARROW : WIDE;
  const { scale } = lie;
  const height = TOP + rows.length * lie.row + 4;
  return (
    <svg className={styles.board} viewBox={`0 0 ${scale.width} ${height}`} aria-label={words.sides}>
      <Hatch id="above-band" apart={6} className={styles.hatch} />
      <text x={levelX(scale, "left", 5.5)} y={16} className={styles.leftTitle}>
        {words.left}
      </text>
      <text x={levelX(scale, "right", 5.5)} y={16} className={styles.rightTitle}>
        {words.right}
      </text>
      {(["left", "right"] as const).flatMap((side) =>
        TICKS.map((level) => (
          <text key={side + level} x={levelX(scale, side, level)} y={36} className={styles.tick}>
            {level}
          </text>
        )),
      )}
      {rows.map((row, place) => (
        <g key={row.step} transform={`translate(0 ${TOP + place * lie.row})`}>
          <Row horse={horse} row={row} lie={lie} />
        </g>
      ))}
      <line x1={0} x2={scale.width} y1={height - 3} y2={height - 3} className={styles.rule} />
    </svg>
  );
}

function Row({ horse, row, lie }: { horse: string; row: BoardRow; lie: Lie }) {
  const { scale } = lie;
  return (
    <>
      <line x1={0} x2={scale.width} y1={0} y2={0} className={styles.rule} />
      <Link
        to={`/horses/${horse}/sheet/${row.step}`}
        className={styles.row}
        aria-label={words.rowName(row.name, row.words)}
      >
        <rect x={0} width={scale.width} y={1} height={lie.row - 2} className={styles.hit} />
        <text x={scale.width / 2} y={lie.name[row.both ? 1 : 0]} className={styles.name}>
          {row.name.length > NAME_LETTERS ? row.short : row.name}
        </text>
      </Link>
      <g className={styles.marks}>
        <g transform={`translate(0 ${lie.marks})`}>
          {row.both ? (
            <Centred estimate={row.both} scale={scale} />
          ) : (
            <>
              <Marks side="left" estimate={row.left} scale={scale} />
              <Marks side="right" estimate={row.right} scale={scale} />
            </>
          )}
        </g>
        <Basis estimate={row.left} x={0} y={lie.basis} />
        <Basis estimate={row.right ?? row.both} x={scale.width} y={lie.basis} />
      </g>
    </>
  );
}

/** How many asks the figure rests on, at the outer edge. */
function Basis({ estimate, x, y }: { estimate: TrackEstimate | null; x: number; y: number }) {
  if (!estimate) return null;
  return (
    <text x={x} y={y} className={x === 0 ? styles.basis : styles.basisEnd}>
      {words.basis(estimate.asks, estimate.days)}
    </text>
  );
}

interface MarksProps {
  side: "left" | "right";
  estimate: TrackEstimate | null;
  scale: BoardScale;
}

function Marks({ side, estimate, scale }: MarksProps) {
  if (!estimate || estimate.mean === null || estimate.low === null || estimate.high === null)
    return null;
  const x = (level: number) => levelX(scale, side, level);
  const band = span(x(estimate.band[0]), x(estimate.band[1]));
  const bar = span(x(estimate.low), x(estimate.high));
  const above = estimate.mean > estimate.band[1];
  const before = estimate.mean_four_weeks_ago;
  return (
    <g className={side === "left" ? styles.left : styles.right}>
      <rect
        x={band.from - 9}
        width={band.width + 18}
        y={5}
        height={MARKS_HIGH - 10}
        className={styles.band}
      />
      <rect
        x={bar.from}
        width={Math.max(bar.width, 3)}
        y={15}
        height={11}
        rx={5.5}
        className={above ? styles.barAbove : styles.bar}
      />
      <circle cx={x(estimate.mean)} cy={20.5} r={8} className={styles.dot} />
      {before !== null ? (
        <g>
          <line x1={x(before)} x2={x(estimate.mean)} y1={36} y2={36} className={styles.tail} />
          <circle cx={x(before)} cy={36} r={2.5} className={styles.tailEnd} />
        </g>
      ) : null}
    </g>
  );
}

/** A cue with no sides stands on the centre line, once, on a small scale of its own. */
function Centred({ estimate, scale }: { estimate: TrackEstimate; scale: BoardScale }) {
  if (estimate.mean === null || estimate.low === null || estimate.high === null) return null;
  const x = (level: number) => centreX(scale, level);
  const bar = span(x(estimate.low), x(estimate.high));
  const band = span(x(estimate.band[0]), x(estimate.band[1]));
  const above = estimate.mean > estimate.band[1];
  return (
    <g className={styles.both}>
      <rect x={band.from - 5} width={band.width + 10} y={22} height={18} className={styles.band} />
      <text x={x(1) - 15} y={36} className={styles.tick}>
        1
      </text>
      <text x={x(LEVEL_HIGH) + 14} y={36} className={styles.tick}>
        {LEVEL_HIGH}
      </text>
      <rect
        x={bar.from}
        width={Math.max(bar.width, 3)}
        y={27.5}
        height={8}
        rx={4}
        className={above ? styles.barAbove : styles.bar}
      />
      <circle cx={x(estimate.mean)} cy={31.5} r={6} className={styles.dot} />
    </g>
  );
}

function span(a: number, b: number): { from: number; width: number } {
  return { from: Math.min(a, b), width: Math.abs(a - b) };
}
