// The asks of one knot and side, in order, over the band: each drawn by its mark.

import type { AnswerMark } from "../api/types";
import styles from "./AskDots.module.css";
import { Hatch } from "./Hatch";

export interface AskDot {
  id: string;
  /** 1 to 10; null where the step has no level. */
  level: number | null;
  mark: AnswerMark;
  name: string;
  /** What is written under it. */
  figure?: string;
  /** A break went before it. */
  afterBreak?: boolean;
}

interface Props {
  dots: AskDot[];
  band: readonly [number, number] | null;
  label: string;
  height?: number;
  /** Shows where the next ask will stand. */
  goesOn?: boolean;
}

const SLOT = 30;
const MARGIN = 26;
const FIGURES = 20;
/** Axis figures nearer than this to each other would run together. */
const READABLE = 14;

export function AskDots({ dots, band, label, height = 96, goesOn = false }: Props) {
  const hasFigures = dots.some((dot) => dot.figure);
  const slot = hasFigures ? SLOT + 8 : SLOT;
  const width = Math.max(320, MARGIN + (dots.length + 1) * slot + 8);
  const whole = hasFigures ? height + FIGURES : height;
  const y = (level: number) => height - 8 - ((level - 0.5) / 10) * (height - 16);
  const radius = height < 80 ? 7 : 9;
  return (
    <figure className={styles.figure}>
      <svg
        viewBox={`0 0 ${width} ${whole}`}
        role="img"
        aria-label={`${label}: ${dots.map((dot) => dot.name).join(", ") || "–"}`}
        style={{ maxHeight: whole }}
        preserveAspectRatio="xMinYMid meet"
      >
        <Hatch id="dot-hatch" apart={4} className={styles.hatch} />
        {band ? (
          <>
            <rect
              x={MARGIN}
              width={width - MARGIN}
              y={y(band[1]) - (height - 16) / 20}
              height={y(band[0]) - y(band[1]) + (height - 16) / 10}
              className={styles.band}
            />
            <text x={MARGIN - 6} y={y(band[1]) + 5} className={styles.axis}>
              {band[1]}
            </text>
            {y(band[1]) - y(10) > READABLE ? (
              <text x={MARGIN - 6} y={y(10) + 6} className={styles.axis}>
                10
              </text>
            ) : null}
            {y(1) - y(band[1]) > READABLE ? (
              <text x={MARGIN - 6} y={y(1) + 4} className={styles.axis}>
                1
              </text>
            ) : null}
          </>
        ) : null}
        {dots.map((dot, place) => {
          const cx = MARGIN + 16 + place * slot;
          const cy = dot.level === null ? height / 2 : y(dot.level);
          return (
            <g key={dot.id}>
              {dot.afterBreak ? (
                <line
                  x1={cx - slot / 2}
                  x2={cx - slot / 2}
                  y1={6}
                  y2={height - 6}
                  className={styles.pause}
                />
              ) : null}
              {dot.mark === "none" ? (
                <path
                  d={`M${cx - radius} ${cy + radius / 2} L${cx} ${cy - radius} L${cx + radius} ${cy + radius / 2} Z`}
                  className={styles.heavy}
                />
              ) : (
                <circle cx={cx} cy={cy} r={radius} className={styles[dot.mark]} />
              )}
              {dot.mark === "heavy" ? (
                <circle cx={cx} cy={cy} r={radius} fill="url(#dot-hatch)" />
              ) : null}
              {dot.figure ? (
                <text x={cx} y={height + FIGURES - 6} className={styles.number}>
                  {dot.figure}
                </text>
              ) : null}
            </g>
          );
        })}
        {goesOn ? (
          <circle
            cx={MARGIN + 16 + dots.length * slot}
            cy={band ? y(band[1]) : height / 2}
            r={radius}
            className={styles.next}
          />
        ) : null}
      </svg>
    </figure>
  );
}
