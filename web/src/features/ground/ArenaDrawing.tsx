// The arena to scale, in layers: the place, the way gait by gait, where to ask, what was seen, the markers.
import { useRef } from "react";
import type { Layout, Sight } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import styles from "./ArenaDrawing.module.css";
import { MarkersLayer } from "./ArenaMarkers";
import { PlaceLayer } from "./ArenaPlace";
import { SeenLayer } from "./ArenaSeen";
import {
  arrowOf,
  isWhole,
  piecePath,
  type Spot,
  toDrawing,
  type View,
  wholeView,
} from "./arenaGeometry";
import type { LayerProps } from "./layers";
import { useArenaGestures } from "./useArenaGestures";

interface Props {
  layout: Layout;
  seen: readonly Sight[];
  view: View;
  onView: (view: View) => void;
  onDrag: (marker: string, to: Spot) => void;
  onDrop: (marker: string, to: Spot) => void;
}

/** The size of the drawing on a usual screen: what is to look the same however large a place is goes by it. */
const USUAL = { width: 380, height: 640 };

export function ArenaDrawing({ layout, seen, view, onView, onDrag, onDrop }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const gestures = useArenaGestures({ svg, layout, view, onView, onDrag, onDrop });
  const unit = Math.max(view.width / USUAL.width, view.height / USUAL.height);
  const whole = wholeView(layout.arena);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a group of the drawing is no fieldset
    <svg
      ref={svg}
      className={isWhole(view, whole) ? styles.drawing : styles.close}
      style={{ aspectRatio: `${whole.width} / ${whole.height}` }}
      viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
      role="group"
      aria-label={ground.drawing(layout.name, layout.arena.name)}
      data-drawing
      {...gestures}
    >
      <PlaceLayer layout={layout} unit={unit} />
      <WayLayer layout={layout} unit={unit} />
      <ProblemsLayer layout={layout} unit={unit} />
      <CallsLayer layout={layout} unit={unit} />
      <SeenLayer layout={layout} seen={seen} unit={unit} />
      <MarkersLayer layout={layout} unit={unit} />
    </svg>
  );
}

/** Walk dotted, trot dashed, canter one line; an arrow for the way it is ridden. */
function WayLayer({ layout, unit }: LayerProps) {
  const length = layout.arena.length_m;
  return (
    <g aria-hidden="true">
      {layout.path.pieces.map((piece, n) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: a piece is known by its place in the way
          key={n}
          className={styles[piece.gait] ?? ""}
          data-gait={piece.gait}
          d={piecePath(piece, length)}
        />
      ))}
      {layout.path.pieces
        .filter((piece) => piece.length_m > 12 * unit)
        .map((piece) => {
          const { x, y, degrees } = arrowOf(piece, length);
          return (
            <path
              key={`${x} ${y}`}
              className={styles.arrow}
              d="M-6 -6 L7 0 L-6 6 Z"
              transform={`translate(${x} ${y}) rotate(${degrees}) scale(${unit})`}
            />
          );
        })}
    </g>
  );
}

function CallsLayer({ layout, unit }: LayerProps) {
  return (
    <g aria-hidden="true">
      {layout.ask_at.map((ask, n) => {
        const { x, y } = toDrawing(ask.x_m, ask.y_m, layout.arena.length_m);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: it is known by its number
          <g key={n} transform={`translate(${x} ${y}) scale(${unit})`}>
            <circle className={styles.call} r={10} />
            <text className={styles.callNumber} y={4.5}>
              {n + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** A ring round where it does not fit. */
function ProblemsLayer({ layout, unit }: LayerProps) {
  return (
    <g aria-hidden="true">
      {layout.problems.map((problem) => {
        if (problem.x_m == null || problem.y_m == null) return null;
        const { x, y } = toDrawing(problem.x_m, problem.y_m, layout.arena.length_m);
        return <circle key={problem.what} className={styles.problem} cx={x} cy={y} r={14 * unit} />;
      })}
    </g>
  );
}
