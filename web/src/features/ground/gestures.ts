// What fingers, mouse and keys do on the drawing, as a small machine of states: nothing of the screen in it.
import type { Spot } from "./arenaGeometry";

export type Gesture =
  | { kind: "idle" }
  | { kind: "dragging"; marker: string; pointer: number; at: Spot }
  | { kind: "panning"; pointer: number; last: Spot }
  | { kind: "pinching"; fingers: ReadonlyMap<number, Spot> };

export type Touch =
  | { type: "down"; pointer: number; at: Spot; marker?: string | undefined }
  | { type: "move"; pointer: number; at: Spot }
  | { type: "up"; pointer: number };

/** What a touch comes to. */
export type Effect =
  | { type: "none" }
  | { type: "drag"; marker: string; at: Spot }
  | { type: "drop"; marker: string; at: Spot }
  | { type: "pan"; dx: number; dy: number }
  | { type: "pinch"; factor: number; about: Spot };

export const IDLE: Gesture = { kind: "idle" };
const NOTHING: Effect = { type: "none" };

export function touched(gesture: Gesture, touch: Touch): [Gesture, Effect] {
  switch (touch.type) {
    case "down":
      return [pressed(gesture, touch), NOTHING];
    case "move":
      return moved(gesture, touch);
    case "up":
      return lifted(gesture, touch.pointer);
  }
}

function pressed(gesture: Gesture, touch: Touch & { type: "down" }): Gesture {
  const { pointer, at, marker } = touch;
  if (gesture.kind === "idle")
    return marker === undefined
      ? { kind: "panning", pointer, last: at }
      : { kind: "dragging", marker, pointer, at };
  // A second finger: closer or farther. A marker that is held stays held.
  if (gesture.kind === "panning")
    return {
      kind: "pinching",
      fingers: new Map([
        [gesture.pointer, gesture.last],
        [pointer, at],
      ]),
    };
  return gesture;
}

function moved(gesture: Gesture, touch: Touch & { type: "move" }): [Gesture, Effect] {
  const { pointer, at } = touch;
  switch (gesture.kind) {
    case "dragging":
      if (gesture.pointer !== pointer) return [gesture, NOTHING];
      return [
        { ...gesture, at },
        { type: "drag", marker: gesture.marker, at },
      ];
    case "panning": {
      if (gesture.pointer !== pointer) return [gesture, NOTHING];
      const { last } = gesture;
      return [
        { ...gesture, last: at },
        { type: "pan", dx: at.x - last.x, dy: at.y - last.y },
      ];
    }
    case "pinching":
      return pinched(gesture.fingers, pointer, at);
    default:
      return [gesture, NOTHING];
  }
}

function pinched(before: ReadonlyMap<number, Spot>, pointer: number, at: Spot): [Gesture, Effect] {
  if (!before.has(pointer)) return [{ kind: "pinching", fingers: before }, NOTHING];
  const after = new Map(before).set(pointer, at);
  const factor = spread(after) / spread(before);
  const sane = Number.isFinite(factor) && factor > 0;
  const effect: Effect = sane ? { type: "pinch", factor, about: middle(after) } : NOTHING;
  return [{ kind: "pinching", fingers: after }, effect];
}

function lifted(gesture: Gesture, pointer: number): [Gesture, Effect] {
  if (gesture.kind === "dragging" && gesture.pointer === pointer)
    return [IDLE, { type: "drop", marker: gesture.marker, at: gesture.at }];
  if (gesture.kind === "pinching") {
    const left = [...gesture.fingers].filter(([one]) => one !== pointer);
    const [stays] = left;
    return [stays ? { kind: "panning", pointer: stays[0], last: stays[1] } : IDLE, NOTHING];
  }
  if (gesture.kind === "panning" && gesture.pointer === pointer) return [IDLE, NOTHING];
  return [gesture, NOTHING];
}

function spread(fingers: ReadonlyMap<number, Spot>): number {
  const [one, other] = [...fingers.values()];
  return one && other ? Math.hypot(one.x - other.x, one.y - other.y) : 0;
}

function middle(fingers: ReadonlyMap<number, Spot>): Spot {
  const spots = [...fingers.values()];
  const sum = spots.reduce((so, one) => ({ x: so.x + one.x, y: so.y + one.y }), { x: 0, y: 0 });
  return { x: sum.x / spots.length, y: sum.y / spots.length };
}

export const STEP_M = 0.5;
export const SMALL_STEP_M = 0.1;
const KEYS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** How far a key moves a marker, metres across and along; null: it is no arrow. */
export function keyStep(key: string, small: boolean): readonly [number, number] | null {
  const way = KEYS[key];
  const step = small ? SMALL_STEP_M : STEP_M;
  return way ? [way[0] * step, way[1] * step] : null;
}
