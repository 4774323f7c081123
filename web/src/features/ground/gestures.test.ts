import { describe, expect, it } from "vitest";
import { type Effect, type Gesture, IDLE, keyStep, type Touch, touched } from "./gestures";

function play(...touches: Touch[]): { gesture: Gesture; effects: Effect[] } {
  let gesture: Gesture = IDLE;
  const effects = touches.map((touch) => {
    const [next, effect] = touched(gesture, touch);
    gesture = next;
    return effect;
  });
  return { gesture, effects };
}

const at = (x: number, y: number) => ({ x, y });

describe("gestures on the drawing", () => {
  it("drags a marker and drops it where the finger was last", () => {
    const { gesture, effects } = play(
      { type: "down", pointer: 1, at: at(10, 10), marker: "barrel-1" },
      { type: "move", pointer: 1, at: at(11, 12) },
      { type: "up", pointer: 1 },
    );
    expect(gesture).toEqual(IDLE);
    expect(effects.slice(1)).toEqual([
      { type: "drag", marker: "barrel-1", at: at(11, 12) },
      { type: "drop", marker: "barrel-1", at: at(11, 12) },
    ]);
  });

  it("pans where there is no marker", () => {
    const { effects } = play(
      { type: "down", pointer: 1, at: at(5, 5) },
      { type: "move", pointer: 1, at: at(8, 4) },
      { type: "move", pointer: 1, at: at(9, 4) },
    );
    expect(effects.slice(1)).toEqual([
      { type: "pan", dx: 3, dy: -1 },
      { type: "pan", dx: 1, dy: 0 },
    ]);
  });

  it("comes closer as two fingers go apart, about their middle", () => {
    const { effects } = play(
      { type: "down", pointer: 1, at: at(0, 0) },
      { type: "down", pointer: 2, at: at(10, 0) },
      { type: "move", pointer: 2, at: at(20, 0) },
    );
    expect(effects[2]).toEqual({ type: "pinch", factor: 2, about: at(10, 0) });
  });

  it("goes on panning with the finger that stays", () => {
    const { gesture } = play(
      { type: "down", pointer: 1, at: at(0, 0) },
      { type: "down", pointer: 2, at: at(10, 0) },
      { type: "up", pointer: 1 },
    );
    expect(gesture).toEqual({ kind: "panning", pointer: 2, last: at(10, 0) });
  });

  it("holds a marker while another finger touches", () => {
    const { gesture } = play(
      { type: "down", pointer: 1, at: at(1, 1), marker: "cone-1" },
      { type: "down", pointer: 2, at: at(9, 9) },
      { type: "move", pointer: 2, at: at(8, 8) },
    );
    expect(gesture).toMatchObject({ kind: "dragging", marker: "cone-1", at: at(1, 1) });
  });

  it("does nothing of a finger that was never down", () => {
    expect(play({ type: "move", pointer: 3, at: at(1, 1) }).effects).toEqual([{ type: "none" }]);
    expect(play({ type: "up", pointer: 3 }).gesture).toEqual(IDLE);
  });

  it("two fingers on one spot are no pinch", () => {
    const { effects } = play(
      { type: "down", pointer: 1, at: at(3, 3) },
      { type: "down", pointer: 2, at: at(3, 3) },
      { type: "move", pointer: 2, at: at(3, 4) },
    );
    expect(effects[2]).toEqual({ type: "none" });
  });

  it("moves by half a metre, with Shift by a tenth; up is along", () => {
    expect(keyStep("ArrowUp", false)).toEqual([0, 0.5]);
    expect(keyStep("ArrowLeft", true)).toEqual([-0.1, 0]);
    expect(keyStep("Enter", false)).toBeNull();
  });
});
