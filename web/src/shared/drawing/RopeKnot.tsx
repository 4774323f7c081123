// One stretch of the plan's rope with its knot. The knot's shape says what the item is for.
import type { PlanItem } from "../api/types";
import styles from "./RopeKnot.module.css";

type Kind = PlanItem["kind"];

const WIDTH = 64;
const MIDDLE = WIDTH / 2;
/** The knot sits this far down, level with the item's heading. */
const KNOT_Y = 34;

export function RopeKnot({
  kind,
  isFirst,
  isLast,
}: {
  kind: Kind;
  isFirst: boolean;
  isLast: boolean;
}) {
  return (
    <svg
      className={styles.rope}
      viewBox={`0 0 ${WIDTH} 140`}
      preserveAspectRatio="xMidYMin slice"
      aria-hidden="true"
    >
      <path d={strand(isFirst, isLast)} className={styles.strand} />
      <path d={strand(isFirst, isLast)} className={styles.twist} />
      <g transform={`translate(${MIDDLE} ${KNOT_Y})`}>
        <Knot kind={kind} />
      </g>
    </svg>
  );
}

function strand(isFirst: boolean, isLast: boolean): string {
  const from = isFirst ? KNOT_Y - 24 : -10;
  const to = isLast ? KNOT_Y + 26 : 600;
  let path = `M${MIDDLE} ${from}`;
  const step = 35;
  let swing = 7;
  for (let y = from; y < to; y += step) {
    const end = Math.min(y + step, to);
    path += ` Q${MIDDLE + swing} ${(y + end) / 2} ${MIDDLE} ${end}`;
    swing = -swing;
  }
  return path;
}

function Knot({ kind }: { kind: Kind }) {
  switch (kind) {
    case "settle":
    case "loosen":
      return <rect x={-14} y={-9} width={28} height={18} rx={9} className={styles.plain} />;
    case "check":
      return <circle r={13} className={styles.check} />;
    case "repair":
      return (
        <>
          <circle cy={-9} r={12} className={styles.repair} />
          <circle cy={9} r={12} className={styles.repair} />
        </>
      );
    case "practice":
      return <path d="M-15 10 L0 -14 L15 10 Z" className={styles.practice} />;
    case "new":
      return <path d="M0 -18 L18 0 L0 18 L-18 0 Z" className={styles.fresh} />;
    case "easy-yes":
      return (
        <>
          <ellipse rx={17} ry={13} className={styles.easy} />
          <circle r={4} className={styles.easyHeart} />
        </>
      );
  }
}
