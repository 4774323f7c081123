import { describe, expect, it } from "vitest";
import type { PathPiece } from "../../shared/api/types";
import {
  arrowOf,
  isWhole,
  marginOf,
  onDrawing,
  panned,
  piecePath,
  spread,
  toDrawing,
  toPlace,
  wholeView,
  zoomed,
} from "./arenaGeometry";

const ARENA = { width_m: 20, length_m: 60 };
const MARGIN_M = marginOf(ARENA);
const WHOLE = wholeView(ARENA);

const SAID = { said: "", turn_said: "" };
const line: PathPiece = {
  kind: "line",
  from: [19, 12],
  to: [19, 50],
  gait: "canter",
  length_m: 38,
  ...SAID,
};
const bend: PathPiece = {
  kind: "arc",
  from: [19, 50],
  to: [1, 50],
  centre: [10, 50],
  radius_m: 9,
  turn: "left",
  sweep_deg: 180,
  gait: "trot",
  length_m: 28.27,
  ...SAID,
};

describe("the drawing of a place", () => {
  it("turns the place over, so that C is on top, and back", () => {
    expect(toDrawing(10, 60, 60)).toEqual({ x: 10, y: 0 });
    expect(toPlace(10, 0, 60)).toEqual({ x: 10, y: 60 });
  });

  it("shows all of it with room for the letters", () => {
    expect(MARGIN_M).toBeCloseTo(4.2);
    expect(WHOLE.width).toBeCloseTo(28.4);
    expect(WHOLE.height).toBeCloseTo(68.4);
    expect(marginOf({ width_m: 18, length_m: 18 })).toBe(3);
  });

  it("comes closer about a point, which stays where it is", () => {
    const about = { x: 10, y: 30 };
    const view = zoomed(WHOLE, WHOLE, 2, about);
    expect(view.width).toBeCloseTo(14.2);
    expect((about.x - view.x) / view.width).toBeCloseTo((about.x - WHOLE.x) / WHOLE.width);
    expect((about.y - view.y) / view.height).toBeCloseTo((about.y - WHOLE.y) / WHOLE.height);
  });

  it("never goes farther than all of it, nor closer than an eighth", () => {
    expect(zoomed(WHOLE, WHOLE, 0.1, { x: 3, y: 3 }).width).toBeCloseTo(WHOLE.width);
    expect(zoomed(WHOLE, WHOLE, 1000, { x: 3, y: 3 }).width).toBeCloseTo(28.4 / 8);
    expect(isWhole(WHOLE, WHOLE)).toBe(true);
    expect(isWhole(zoomed(WHOLE, WHOLE, 2, { x: 0, y: 0 }), WHOLE)).toBe(false);
  });

  it("does not pan out of the place", () => {
    const close = zoomed(WHOLE, WHOLE, 4, { x: 10, y: 30 });
    expect(panned(close, WHOLE, 999, 0).x).toBeCloseTo(-MARGIN_M);
    const far = panned(close, WHOLE, -999, -999);
    expect(far.x + far.width).toBeCloseTo(WHOLE.x + WHOLE.width);
    expect(far.y + far.height).toBeCloseTo(WHOLE.y + WHOLE.height);
  });

  it("draws a straight piece and a bend to the left", () => {
    expect(piecePath(line, 60)).toBe("M19.000 48.000 L19.000 10.000");
    expect(piecePath(bend, 60)).toBe(
      "M19.000 10.000 A9.000 9.000 0 0 0 10.000 1.000 A9.000 9.000 0 0 0 1.000 10.000",
    );
  });

  it("points its arrows the way it is ridden", () => {
    expect(arrowOf(line, 60)).toEqual({ x: 19, y: 29, degrees: -90 });
    const top = arrowOf(bend, 60);
    expect(top.x).toBeCloseTo(10);
    expect(Math.abs(top.degrees)).toBeCloseTo(180);
  });

  it("moves apart what lies on one spot, towards the middle, and leaves the rest", () => {
    const middle = { x: 10, y: 20 };
    const spots = [
      { x: 20, y: 40 },
      { x: 20, y: 40 },
      { x: 0, y: 0 },
    ];
    expect(spread(spots, 2, middle)).toEqual([
      { x: 20, y: 40 },
      { x: 20, y: 38 },
      { x: 0, y: 0 },
    ]);
  });

  it("finds a point of the screen on a drawing that is fitted into its box", () => {
    const view = { x: 0, y: 0, width: 20, height: 60 };
    const box = { left: 100, top: 50, width: 400, height: 600 };
    // 60 m on 600 px: 10 px a metre, 200 px wide, in the middle of 400.
    expect(onDrawing({ x: 200, y: 50 }, box, view)).toEqual({ x: 0, y: 0 });
    expect(onDrawing({ x: 300, y: 350 }, box, view)).toEqual({ x: 10, y: 30 });
  });
});
