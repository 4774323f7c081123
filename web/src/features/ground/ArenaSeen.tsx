// What was seen of a horse here: a square for a corner, a triangle for a spook, a diamond where it is drawn home; the
// rein as a letter beside the count, never by colour alone.
import type { Sight } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import styles from "./ArenaDrawing.module.css";
import { spread, toDrawing } from "./arenaGeometry";
import type { LayerProps } from "./layers";

const SHAPES: Record<Sight["kind"], string> = {
  corner: "M-11 -11 H11 V11 H-11 Z",
  spook: "M0 -14 L13 10 H-13 Z",
  "draws-home": "M0 -14 L14 0 L0 14 L-14 0 Z",
};

const APART = 27;
const INWARDS = 20;

export function SeenLayer({ layout, seen, unit }: LayerProps & { seen: readonly Sight[] }) {
  const { width_m, length_m } = layout.arena;
  const middle = { x: width_m / 2, y: length_m / 2 };
  const located = seen.flatMap((one) => {
    if (one.x_m == null || one.y_m == null) return [];
    const { x, y } = toDrawing(one.x_m, one.y_m, length_m);
    // A little inwards, so that the letters stay to be read.
    const inwards = (value: number, centre: number) => Math.sign(centre - value) * INWARDS * unit;
    return [{ one, x: x + inwards(x, middle.x), y: y + inwards(y, middle.y) }];
  });
  return (
    <g aria-hidden="true">
      {spread(located, APART * unit, middle).map(({ one, x, y }) => (
        <g
          key={one.words}
          transform={`translate(${x} ${y}) scale(${unit})`}
          className={styles[one.side] ?? ""}
          data-seen={one.kind}
        >
          <path className={styles.seen} d={SHAPES[one.kind]} />
          <text className={styles.seenCount} y={5}>
            {ground.rein[one.side]}
            {one.count}
          </text>
        </g>
      ))}
    </g>
  );
}
