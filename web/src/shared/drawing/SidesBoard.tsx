// The sides board: left is left and right is right as seen from the saddle, heavier is further
// out, so that an even horse gives an even picture. Cues without sides stand on the centre line.
import { Link } from "react-router";
import type { BoardRow, TrackEstimate } from "../api/types";
import { text } from "../text/en";
import { Hatch } from "./Hatch";
import styles from "./SidesBoard.module.css";
import { type BoardScale, centreX, LEVEL_HIGH, levelX } from "./sidesGeometry";

const SCALE: BoardScale = { width: 660, gap: 92 };
const ROW = 46;
const TOP = 46;
const TICKS = [1, 2, 3, 4, 5, 6, 7, 8, 9, LEVEL_HIGH];

/** A longer name would lie on the bands. */
const NAME_LETTERS = 25;

export function SidesBoard({ horse, rows }: { horse: string; rows: BoardRow[] }) {
  const height = TOP + rows.length * ROW + 4;
  const middle = SCALE.width / 2;
  return (
    <svg
      className={styles.board}
      viewBox={`0 0 ${SCALE.width} ${height}`}
      aria-label={text.sheet.sides}
    >
      <Hatch id="above-band" apart={6} className={styles.hatch} />
      <text x={levelX(SCALE, "left", 5.5)} y={16} className={styles.leftTitle}>
        {text.sheet.left}
      </text>
      <text x={levelX(SCALE, "right", 5.5)} y={16} className={styles.rightTitle}>
        {text.sheet.right}
      </text>
      {(["left", "right"] as const).flatMap((side) =>
        TICKS.map((level) => (
          <text key={side + level} x={levelX(SCALE, side, level)} y={36} className={styles.tick}>
            {level}
          </text>
        )),
      )}
      {rows.map((row, place) => (
        <g key={row.step} transform={`translate(0 ${TOP + place * ROW})`}>
          <line x1={0} x2={SCALE.width} y1={0} y2={0} className={styles.rule} />
          <Link
            to={`/horses/${horse}/sheet/${row.step}`}
            className={styles.row}
            aria-label={text.sheet.rowName(row.name, row.words)}
          >
            <rect x={0} width={SCALE.width} y={1} height={ROW - 2} className={styles.hit} />
            <text x={middle} y={row.both ? 16 : ROW / 2 + 5} className={styles.name}>
              {row.name.length > NAME_LETTERS ? row.short : row.name}
            </text>
          </Link>
          <g className={styles.marks}>
            {row.both ? (
              <Centred estimate={row.both} />
            ) : (
              <>
                <Marks side="left" estimate={row.left} />
                <Marks side="right" estimate={row.right} />
                <Basis estimate={row.left} x={0} />
                <Basis estimate={row.right} x={SCALE.width} />
              </>
            )}
          </g>
        </g>
      ))}
      <line x1={0} x2={SCALE.width} y1={height - 3} y2={height - 3} className={styles.rule} />
    </svg>
  );
}

/** How many asks the figure rests on, at the outer edge. */
function Basis({ estimate, x }: { estimate: TrackEstimate | null; x: number }) {
  if (!estimate) return null;
  return (
    <text x={x} y={ROW - 6} className={x === 0 ? styles.basis : styles.basisEnd}>
      {text.sheet.basis(estimate.asks, estimate.days)}
    </text>
  );
}

function Marks({ side, estimate }: { side: "left" | "right"; estimate: TrackEstimate | null }) {
  if (!estimate || estimate.mean === null || estimate.low === null || estimate.high === null)
    return null;
  const x = (level: number) => levelX(SCALE, side, level);
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
        height={ROW - 10}
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
function Centred({ estimate }: { estimate: TrackEstimate }) {
  if (estimate.mean === null || estimate.low === null || estimate.high === null) return null;
  const x = (level: number) => centreX(SCALE, level);
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
      <Basis estimate={estimate} x={SCALE.width} />
    </g>
  );
}

function span(a: number, b: number): { from: number; width: number } {
  return { from: Math.min(a, b), width: Math.abs(a - b) };
}
