// Markers: each kind has a shape of its own; those that can be moved are buttons that arrow keys move.
import type { Layout } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import styles from "./ArenaDrawing.module.css";
import { toDrawing } from "./arenaGeometry";
import type { LayerProps } from "./layers";

type Marker = Layout["markers"][number];

export function MarkersLayer({ layout, unit }: LayerProps) {
  return (
    <g>
      <Poles layout={layout} unit={unit} />
      {layout.markers.map((marker) => (
        <OneMarker key={marker.id} marker={marker} layout={layout} unit={unit} />
      ))}
    </g>
  );
}

const HELD = 24;

function OneMarker({ marker, layout, unit }: LayerProps & { marker: Marker }) {
  const { x, y } = toDrawing(marker.x_m, marker.y_m, layout.arena.length_m);
  const place = `translate(${x} ${y}) scale(${unit})`;
  if (marker.drives.length === 0)
    return (
      <g transform={place} aria-hidden="true" data-marker={marker.id}>
        <Shape kind={marker.kind} />
      </g>
    );
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing
    <g
      transform={place}
      role="button"
      tabIndex={0}
      className={styles.movable}
      aria-label={ground.marker(marker.name, marker.said)}
      data-marker={marker.id}
      data-movable={marker.id}
    >
      <circle className={styles.held} r={HELD} />
      <Shape kind={marker.kind} />
    </g>
  );
}

const SHAPES: Record<Marker["kind"], string> = {
  barrel: "M-8 -8 H8 V8 H-8 Z",
  cone: "M0 -9 L8 7 H-8 Z",
  pole: "M-4 -4 H4 V4 H-4 Z",
  centre: "M-8 0 H8 M0 -8 V8",
  target: "M0 -9 L9 0 L0 9 L-9 0 Z",
  mark: "M-6 -6 L6 6 M-6 6 L6 -6",
};
const CROSSES: readonly Marker["kind"][] = ["centre", "mark"];

function Shape({ kind }: { kind: Marker["kind"] }) {
  return <path className={CROSSES.includes(kind) ? styles.cross : styles.solid} d={SHAPES[kind]} />;
}

/** A pole lies from one of its ends to the other. */
function Poles({ layout }: LayerProps) {
  const length = layout.arena.length_m;
  return layout.markers
    .filter((one) => one.kind === "pole" && one.id.endsWith("-left"))
    .map((one) => {
      const other = layout.markers.find((each) => each.id === one.id.replace(/left$/, "right"));
      if (!other) return null;
      const [from, to] = [one, other].map((end) => toDrawing(end.x_m, end.y_m, length));
      return (
        <line
          key={one.id}
          aria-hidden="true"
          className={styles.pole}
          x1={from?.x}
          y1={from?.y}
          x2={to?.x}
          y2={to?.y}
        />
      );
    });
}
