import { describe, expect, it } from "vitest";
import { differences } from "./differences";

describe("what differs", () => {
  it("is named place by place, as the form calls it", () => {
    const mine = { name: "Quill", girth_cm: "180", school: { eyes: "b" }, edition: "x" };
    const now = { name: "Quill", girth_cm: "178", school: { eyes: "a" }, edition: "y" };
    expect(differences(mine, now, { girth_cm: "Girth, cm" }, ["edition"])).toEqual([
      { place: "Girth, cm", mine: "180", now: "178" },
      { place: "school.eyes", mine: "b", now: "a" },
    ]);
  });

  it("sees what only one of them has, in lists too", () => {
    expect(
      differences({ stages: [{ name: "a" }] }, { stages: [{ name: "a" }, { name: "b" }] }),
    ).toEqual([{ place: "stages[2].name", mine: "", now: "b" }]);
    expect(differences({ home: "north gate" }, {})).toEqual([
      { place: "home", mine: "north gate", now: "" },
    ]);
  });

  it("is nothing where one says nothing and the other is empty", () => {
    expect(differences({ a: "", b: null, c: [], d: {} }, {})).toEqual([]);
  });
});
