// Pointer and key events of the drawing, put into the machine of gestures; what it comes to goes out.
import { type KeyboardEvent, type PointerEvent, type RefObject, useRef } from "react";
import type { Layout } from "../../shared/api/types";
import {
  onDrawing,
  panned,
  type Spot,
  toPlace,
  type View,
  wholeView,
  zoomed,
} from "./arenaGeometry";
import { type Effect, type Gesture, IDLE, keyStep, type Touch, touched } from "./gestures";

interface Wanted {
  svg: RefObject<SVGSVGElement | null>;
  layout: Layout;
  view: View;
  onView: (view: View) => void;
  onDrag: (marker: string, to: Spot) => void;
  onDrop: (marker: string, to: Spot) => void;
}

const screenOf = (event: PointerEvent): Spot => ({ x: event.clientX, y: event.clientY });

export function useArenaGestures({ svg, layout, view, onView, onDrag, onDrop }: Wanted) {
  const gesture = useRef<Gesture>(IDLE);
  const box = () =>
    svg.current?.getBoundingClientRect() ?? { left: 0, top: 0, width: 1, height: 1 };
  const whole = wholeView(layout.arena);
  const toTheGround = (screen: Spot) => {
    const { x, y } = onDrawing(screen, box(), view);
    return toPlace(x, y, layout.arena.length_m);
  };
  const carryOut = (effect: Effect) => {
    if (effect.type === "drag") onDrag(effect.marker, toTheGround(effect.at));
    if (effect.type === "drop") onDrop(effect.marker, toTheGround(effect.at));
    const next = viewAfter(effect, view, whole, (screen) => onDrawing(screen, box(), view));
    if (next) onView(next);
  };
  const take = (touch: Touch) => {
    const [next, effect] = touched(gesture.current, touch);
    gesture.current = next;
    carryOut(effect);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const marker = movableAt(event.target);
    const step = marker === undefined ? null : keyStep(event.key, event.shiftKey);
    const known = layout.markers.find((one) => one.id === marker);
    if (!step || !known) return;
    event.preventDefault();
    onDrop(known.id, { x: known.x_m + step[0], y: known.y_m + step[1] });
  };
  return {
    onPointerDown: (event: PointerEvent) => {
      // Keeps what moves off the drawing; a device may have let the pointer go already.
      if (svg.current?.hasPointerCapture && event.isTrusted)
        svg.current.setPointerCapture(event.pointerId);
      const marker = movableAt(event.target);
      take({ type: "down", pointer: event.pointerId, at: screenOf(event), marker });
    },
    onPointerMove: (event: PointerEvent) =>
      take({ type: "move", pointer: event.pointerId, at: screenOf(event) }),
    onPointerUp: (event: PointerEvent) => take({ type: "up", pointer: event.pointerId }),
    onPointerCancel: (event: PointerEvent) => take({ type: "up", pointer: event.pointerId }),
    onKeyDown,
  };
}

/** What is in view after a gesture; null: that does not change. */
function viewAfter(
  effect: Effect,
  view: View,
  whole: View,
  onIt: (screen: Spot) => Spot,
): View | null {
  if (effect.type === "pinch") return zoomed(view, whole, effect.factor, onIt(effect.about));
  if (effect.type !== "pan") return null;
  const from = onIt({ x: 0, y: 0 });
  const to = onIt({ x: effect.dx, y: effect.dy });
  return panned(view, whole, to.x - from.x, to.y - from.y);
}

function movableAt(target: EventTarget): string | undefined {
  const group = target instanceof Element ? target.closest("[data-movable]") : null;
  return group?.getAttribute("data-movable") ?? undefined;
}
