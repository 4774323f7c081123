import { describe, expect, it } from "vitest";
import type { GroundPlace } from "../../shared/api/types";
import { asSent, newPlace, typedOf } from "./placeForm";

describe("a place as it is typed", () => {
  it("is sent number by number, in the unit that was typed", () => {
    const sent = asSent({ ...newPlace, name: "Pen", unit: "ft", width: "100", length: "200" });
    expect(sent).toMatchObject({ name: "Pen", width_ft: 100, length_ft: 200, home: null });
    expect(sent).not.toHaveProperty("width_m");
  });

  it("sends what is no number as it was typed", () => {
    expect(asSent({ ...newPlace, width: "wide" })).toMatchObject({ width_m: "wide" });
    expect(asSent({ ...newPlace, width: " " })).toMatchObject({ width_m: " " });
    expect(asSent({ ...newPlace, width: "20,5" })).toMatchObject({ width_m: 20.5 });
  });

  it("sends of a shape only its own sizes", () => {
    const round = asSent({ ...newPlace, shape: "round" });
    expect(round).toMatchObject({ across_m: 18, letters: false });
    expect(round).not.toHaveProperty("width_m");
    const patch = asSent({ ...newPlace, shape: "patch" });
    expect(patch.corners).toHaveLength(4);
  });

  it("says home as a side, as a point, or not", () => {
    expect(asSent({ ...newPlace, home: "far" })).toMatchObject({ home: "far" });
    const at = { ...newPlace, home: "at", home_across: "5", home_along: "-9" };
    expect(asSent(at)).toMatchObject({ home: { x_m: 5, y_m: -9 } });
  });

  it("comes back as it was saved", () => {
    const place: GroundPlace = {
      name: "Arena",
      shape: "rectangle",
      width_m: 20,
      length_m: 40,
      letters: true,
      corners: [],
      home: { x_m: 10, y_m: -20 },
      things: [{ kind: "gate", name: "gate", x_m: 10, y_m: 0, reach_m: 0 }],
    };
    expect(asSent(typedOf(place))).toEqual({
      name: "Arena",
      shape: "rectangle",
      width_m: 20,
      length_m: 40,
      letters: true,
      home: { x_m: 10, y_m: -20 },
      things: [{ kind: "gate", name: "gate", x_m: 10, y_m: 0, reach_m: 0 }],
    });
  });
});
