// The answers of one step and side in a line: higher is heavier, and each mark is its own shape.
import { useId } from "react";
import type { SessionStrip } from "../../shared/api/types";
import { Hatch } from "../../shared/drawing/Hatch";
import styles from "./StripDots.module.css";

type Row = SessionStrip["rows"][number];

const SLOT = 15;
const HIGH = 34;
const R = 4.6;

export function StripDots({ row }: { row: Row }) {
  const hatch = useId();
  const width = row.asks.length * SLOT;
  const side = row.side === "none" ? "" : `, ${row.side}`;
  const said = row.asks.map((one) => one.written).join(" ");
  return (
    <svg
      width={width}
      height={HIGH}
      viewBox={`0 0 ${width} ${HIGH}`}
      role="img"
      aria-label={`${row.name}${side}: ${said}`}
    >
      <Hatch id={hatch} apart={4} className={styles.hatch} />
      {row.asks.map((one, n) => {
        const x = (n + 0.5) * SLOT;
        const y = one.level === null ? HIGH / 2 : HIGH - 6 - ((one.level - 1) / 9) * (HIGH - 12);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: answers in their order
          <g key={n} className={styles[one.mark]}>
            <title>{one.written}</title>
            {one.mark === "none" ? (
              <path
                d={`M${x} ${y + 4}V${y - 4}M${x - 4} ${y}L${x} ${y - 5}L${x + 4} ${y}`}
                className={styles.arrow}
              />
            ) : (
              <circle cx={x} cy={y} r={R} />
            )}
            {one.mark === "heavy" ? <circle cx={x} cy={y} r={R} fill={`url(#${hatch})`} /> : null}
          </g>
        );
      })}
    </svg>
  );
}
