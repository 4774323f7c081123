// The place itself: fence, quarter lines, letters, what is fixed, where home is.
import { ground } from "../../shared/text/en.ground";
import styles from "./ArenaDrawing.module.css";
import { marginOf, toDrawing } from "./arenaGeometry";
import type { LayerProps } from "./layers";

export function PlaceLayer({ layout, unit }: LayerProps) {
  return (
    <g aria-hidden="true">
      <Fence layout={layout} unit={unit} />
      <Things layout={layout} unit={unit} />
      <Home layout={layout} unit={unit} />
      <Letters layout={layout} unit={unit} />
    </g>
  );
}

function Fence({ layout }: LayerProps) {
  const { shape, width_m, length_m, corners } = layout.arena;
  if (shape === "round")
    return <circle className={styles.fence} cx={width_m / 2} cy={length_m / 2} r={width_m / 2} />;
  const ring = corners.map((one) => toDrawing(one.x_m, one.y_m, length_m));
  return (
    <>
      <polygon className={styles.fence} points={ring.map(({ x, y }) => `${x},${y}`).join(" ")} />
      {shape === "rectangle"
        ? [1, 2, 3].map((part) => (
            <line
              key={part}
              className={styles.line}
              x1={(width_m * part) / 4}
              x2={(width_m * part) / 4}
              y1={0}
              y2={length_m}
            />
          ))
        : null}
    </>
  );
}

const OFF = 13;
/** So near to an edge, as a part of the place, a letter or number is set off from it. */
const EDGE = 0.13;

function Letters({ layout, unit }: LayerProps) {
  const { letters, width_m, length_m } = layout.arena;
  const off = (value: number, size: number) =>
    (value <= size * EDGE ? -1 : value >= size * (1 - EDGE) ? 1 : 0) * OFF;
  // Where there are none, its corners have numbers, by which the tape is held.
  const numbered = layout.arena.corners.map((one, n) => ({ ...one, letter: `${n + 1}` }));
  const shown = letters.length > 0 ? letters : numbered;
  return shown.map(({ letter, x_m, y_m }) => (
    <text
      key={letter}
      className={styles.letter}
      transform={`translate(${x_m} ${length_m - y_m}) scale(${unit})`}
      x={off(x_m, width_m)}
      y={5 - off(y_m, length_m)}
    >
      {letter}
    </text>
  ));
}

function Things({ layout, unit }: LayerProps) {
  return layout.arena.things.map((thing) => {
    const { x, y } = toDrawing(thing.x_m, thing.y_m, layout.arena.length_m);
    const reach = Math.max(thing.reach_m, LEAST * unit);
    // Its name stands inside the place, where the letters are not.
    const under = y < layout.arena.length_m / 2;
    const off = reach / unit + (under ? 14 : 5);
    return (
      <g key={`${thing.kind} ${thing.x_m} ${thing.y_m}`} data-thing={thing.kind}>
        <path
          className={thing.kind === "gate" ? styles.gate : styles.thing}
          d={thing.kind === "gate" ? gateAcross(x, y, layout) : box(x, y, reach)}
        />
        <text
          className={styles.thingName}
          transform={`translate(${within(x, layout.arena.width_m)} ${y}) scale(${unit})`}
          y={under ? off : -off}
        >
          {thing.kind === "gate" ? "" : thing.name}
        </text>
      </g>
    );
  });
}

const LEAST = 5;
const within = (x: number, width: number) => Math.min(Math.max(x, width * 0.15), width * 0.85);

const box = (x: number, y: number, reach: number) =>
  `M${x - reach} ${y - reach} h${2 * reach} v${2 * reach} h${-2 * reach} Z`;

const GATE_M = 3.6;

/** A gap in the fence, along the side that it is in. */
function gateAcross(x: number, y: number, { arena }: LayerProps["layout"]): string {
  const aside = x <= 0 || x >= arena.width_m;
  const half = GATE_M / 2;
  return aside ? `M${x} ${y - half} V${y + half}` : `M${x - half} ${y} H${x + half}`;
}

/** An arrow at the edge that points to where home lies. */
function Home({ layout, unit }: LayerProps) {
  const { home, width_m, length_m } = layout.arena;
  if (!home) return null;
  const at = toDrawing(home.x_m, home.y_m, length_m);
  const degrees = (Math.atan2(at.y - length_m / 2, at.x - width_m / 2) * 180) / Math.PI;
  const out = marginOf(layout.arena) * 0.55;
  const x = Math.min(Math.max(at.x, -out), width_m + out);
  const y = Math.min(Math.max(at.y, -out), length_m + out);
  // Beside the letter of that end.
  const aside = x > 0 && x < width_m ? 26 * unit : 0;
  return (
    <g transform={`translate(${x + aside} ${y}) scale(${unit})`} data-home>
      <path
        className={styles.home}
        d="M-9 -8 L10 0 L-9 8 L-4 0 Z"
        transform={`rotate(${degrees})`}
      />
      <text className={styles.homeName} x={x > 0 ? 14 : -8} y={x > 0 ? 5 : 24}>
        {ground.homeMark}
      </text>
    </g>
  );
}
