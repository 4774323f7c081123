import { describe, expect, it } from "vitest";
import { trotItem } from "../ring/testPack";
import { arranged, emptyPlanDraft, planReducer } from "./planDraft";

const ON = "2026-06-15";
const items = ["a", "b", "c"].map((id) => ({ ...trotItem, id }));
const ids = (draft = emptyPlanDraft(ON), on = ON) => arranged(items, draft, on).map((i) => i.id);

describe("the trainer's changes to a plan", () => {
  it("drops and puts back", () => {
    const dropped = planReducer(emptyPlanDraft(ON), { type: "drop", id: "b" });
    expect(ids(dropped)).toEqual(["a", "c"]);
    expect(ids(planReducer(dropped, { type: "put-back", id: "b" }))).toEqual(["a", "b", "c"]);
  });

  it("moves up and down, and not beyond the ends", () => {
    const shown = ["a", "b", "c"];
    const moved = planReducer(emptyPlanDraft(ON), { type: "move", id: "c", by: -1, shown });
    expect(ids(moved)).toEqual(["a", "c", "b"]);
    expect(ids(planReducer(moved, { type: "move", id: "a", by: -1, shown: ids(moved) }))).toEqual([
      "a",
      "c",
      "b",
    ]);
  });

  it("holds for its day only", () => {
    const dropped = planReducer(emptyPlanDraft(ON), { type: "drop", id: "b" });
    expect(ids(dropped, "2026-06-16")).toEqual(["a", "b", "c"]);
  });

  it("keeps new items of a changed plan where the plan put them", () => {
    const draft = { on: ON, dropped: [], order: ["c", "a"] };
    expect(ids(draft)).toEqual(["c", "b", "a"]);
  });
});
