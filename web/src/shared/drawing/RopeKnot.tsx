// The plan's rope and its knots. The knot's shape says what the item is for.
import type { PlanItem } from "../api/types";
import styles from "./RopeKnot.module.css";

type Kind = PlanItem["kind"];

const WIDTH = 64;
const MIDDLE = WIDTH / 2;
/** Length after which the rope's swing repeats. */
const PERIOD = 76;
const SWING = 8;

/** The rope itself, as long as the list beside it. */
export function RopeStrand() {
  // Drawn beyond the tile on both ends, so that one tile runs into the next without a seam.
  const half = PERIOD / 2;
  const wave = [-1, 0, 1, 2]
    .map((turn) => {
      const from = turn * half;
      const swing = turn % 2 === 0 ? SWING : -SWING;
      return `Q${MIDDLE + swing} ${from + half / 2} ${MIDDLE} ${from + half}`;
    })
    .join(" ");
  const path = `M${MIDDLE} ${-half} ${wave}`;
  return (
    <svg className={styles.rope} aria-hidden="true">
      <defs>
        <pattern id="rope" width={WIDTH} height={PERIOD} patternUnits="userSpaceOnUse">
          <path d={path} className={styles.strand} />
          <path d={path} className={styles.twist} />
        </pattern>
      </defs>
      <rect width={WIDTH} height="100%" fill="url(#rope)" />
    </svg>
  );
}

export function RopeKnot({ kind }: { kind: Kind }) {
  return (
    <svg className={styles.knot} viewBox="-32 -34 64 68" aria-hidden="true">
      <Knot kind={kind} />
    </svg>
  );
}

function Knot({ kind }: { kind: Kind }) {
  switch (kind) {
    case "settle":
    case "loosen":
      return <rect x={-14} y={-9} width={28} height={18} rx={9} className={styles.plain} />;
    case "assess":
      return (
        <>
          <circle r={13} className={styles.check} />
          <path d="M-6 0 H6 M0 -6 V6" className={styles.cross} />
        </>
      );
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
