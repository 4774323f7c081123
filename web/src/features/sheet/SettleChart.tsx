import type { HorseSheet } from "../../shared/api/types";
import { shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import styles from "./SheetPage.module.css";

type Mark = HorseSheet["settle"][number];

const WIDTH = 300;
const HEIGHT = 130;
const RIGHT = 30;
const LINES = [10, 20, 40];

/** Minutes until settled, session by session; an arrow where it never did. */
export function SettleChart({ marks }: { marks: Mark[] }) {
  const top = Math.max(20, ...marks.map((mark) => mark.minutes)) * 1.1;
  const x = (place: number) => 8 + (place / Math.max(marks.length - 1, 1)) * (WIDTH - RIGHT - 20);
  const y = (minutes: number) => HEIGHT - 8 - (minutes / top) * (HEIGHT - 20);
  const last = marks.at(-1);
  return (
    <figure className={styles.settle}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${text.sheet.settle}: ${marks.map((mark) => `${shortDay(mark.on)} ${Math.max(Math.round(mark.minutes), 1)}${mark.settled ? "" : " not settled"}`).join(", ")}`}
      >
        {LINES.filter((line) => line < top).map((line) => (
          <g key={line}>
            <line x1={0} x2={WIDTH - RIGHT} y1={y(line)} y2={y(line)} className={styles.grid} />
            <text x={WIDTH - RIGHT + 6} y={y(line) + 4} className={styles.tick}>
              {line}
            </text>
          </g>
        ))}
        {marks.map((mark, place) =>
          mark.settled ? (
            <circle
              key={mark.on + String(place)}
              cx={x(place)}
              cy={y(mark.minutes)}
              r={3.6}
              className={styles.mark}
            />
          ) : (
            <path
              key={mark.on + String(place)}
              d={`M${x(place)} ${y(mark.minutes)} v-12 m-4 5 l4 -6 l4 6`}
              className={styles.never}
            />
          ),
        )}
      </svg>
      <figcaption className={styles.soft}>
        {last ? `${Math.max(Math.round(last.minutes), 1)} min last time. ` : ""}
        {marks.some((mark) => !mark.settled) ? text.sheet.settleNote : ""}
      </figcaption>
    </figure>
  );
}
