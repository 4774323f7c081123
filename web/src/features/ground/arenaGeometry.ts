// The drawing's geometry, with nothing of the screen in it: metres to the drawing's own axes (y downwards), paths,
// what is in view, which marker is nearest.
import type { Layout, PathPiece } from "../../shared/api/types";

export interface Spot {
  x: number;
  y: number;
}

/** What is in view, in metres of the drawing. */
export interface View extends Spot {
  width: number;
  height: number;
}

const LEAST_MARGIN_M = 3;
const MARGIN = 0.07;
const CLOSEST = 8;

/** What is left around a place, for letters and the way home. */
export const marginOf = (arena: Size): number =>
  Math.max(LEAST_MARGIN_M, MARGIN * Math.max(arena.width_m, arena.length_m));

type Size = Pick<Layout["arena"], "width_m" | "length_m">;

/** All of a place, with room for its letters. */
export function wholeView(arena: Size): View {
  const margin = marginOf(arena);
  return {
    x: -margin,
    y: -margin,
    width: arena.width_m + 2 * margin,
    height: arena.length_m + 2 * margin,
  };
}

/** A point of the place, on the drawing: there y points down. */
export const toDrawing = (x: number, y: number, length: number): Spot => ({ x, y: length - y });

/** And back, with the place's own y. */
export const toPlace = toDrawing;

/** Closer by a factor about a point, never closer than an eighth nor farther than all of it. */
export function zoomed(view: View, whole: View, factor: number, about: Spot): View {
  const width = Math.min(Math.max(view.width / factor, whole.width / CLOSEST), whole.width);
  const scale = width / view.width;
  const moved = {
    x: about.x - (about.x - view.x) * scale,
    y: about.y - (about.y - view.y) * scale,
    width,
    height: view.height * scale,
  };
  return within(moved, whole);
}

export const panned = (view: View, whole: View, dx: number, dy: number): View =>
  within({ ...view, x: view.x - dx, y: view.y - dy }, whole);

const between = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

function within(view: View, whole: View): View {
  return {
    ...view,
    x: between(view.x, whole.x, whole.x + whole.width - view.width),
    y: between(view.y, whole.y, whole.y + whole.height - view.height),
  };
}

export const isWhole = (view: View, whole: View): boolean => view.width >= whole.width - 1e-6;

const fixed = (value: number) => value.toFixed(3);

/** A piece of the way as a path of the drawing; a whole circle in two halves. */
export function piecePath(piece: PathPiece, length: number): string {
  const from = toDrawing(piece.from[0], piece.from[1], length);
  const to = toDrawing(piece.to[0], piece.to[1], length);
  const start = `M${fixed(from.x)} ${fixed(from.y)}`;
  if (piece.kind === "line" || !piece.centre || piece.radius_m == null)
    return `${start} L${fixed(to.x)} ${fixed(to.y)}`;
  const radius = fixed(piece.radius_m);
  const middle = halfway(piece, length);
  const over = piece.turn === "left" ? 0 : 1;
  const arc = (end: Spot) => `A${radius} ${radius} 0 0 ${over} ${fixed(end.x)} ${fixed(end.y)}`;
  return `${start} ${arc(middle)} ${arc(to)}`;
}

/** The middle of a piece, and the way it leads there, in degrees clockwise on the drawing. */
export function arrowOf(piece: PathPiece, length: number): Spot & { degrees: number } {
  const from = toDrawing(piece.from[0], piece.from[1], length);
  const to = toDrawing(piece.to[0], piece.to[1], length);
  if (!piece.centre) {
    const degrees = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
    return { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2, degrees };
  }
  const middle = halfway(piece, length);
  const centre = toDrawing(piece.centre[0], piece.centre[1], length);
  const out = (Math.atan2(middle.y - centre.y, middle.x - centre.x) * 180) / Math.PI;
  return { ...middle, degrees: out + (piece.turn === "left" ? -90 : 90) };
}

function halfway(piece: PathPiece, length: number): Spot {
  const [cx, cy] = piece.centre ?? piece.from;
  const begins = Math.atan2(piece.from[1] - cy, piece.from[0] - cx);
  const sign = piece.turn === "left" ? 1 : -1;
  const angle = begins + (sign * (piece.sweep_deg ?? 0) * Math.PI) / 360;
  const radius = piece.radius_m ?? 0;
  return toDrawing(cx + radius * Math.cos(angle), cy + radius * Math.sin(angle), length);
}

/** Where on the drawing a point of the screen is, by the drawing's box on the screen. */
export function onDrawing(
  screen: Spot,
  box: { left: number; top: number; width: number; height: number },
  view: View,
): Spot {
  const scale = Math.max(view.width / box.width, view.height / box.height);
  const left = box.left + (box.width - view.width / scale) / 2;
  const top = box.top + (box.height - view.height / scale) / 2;
  return { x: view.x + (screen.x - left) * scale, y: view.y + (screen.y - top) * scale };
}

/** Spots that lie on one another, moved apart along the place towards its middle, each as little as it takes. */
export function spread<T extends Spot>(spots: readonly T[], apart: number, middle: Spot): T[] {
  const placed: T[] = [];
  for (const spot of spots) {
    const way = Math.sign(middle.y - spot.y) || 1;
    let moved = spot;
    while (placed.some((one) => Math.hypot(one.x - moved.x, one.y - moved.y) < apart * 0.99))
      moved = { ...moved, y: moved.y + way * apart };
    placed.push(moved);
  }
  return placed;
}
