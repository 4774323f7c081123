import { describe, expect, it } from "vitest";
import { trotItem } from "../ring/testPack";
import {
  arranged,
  changesOf,
  emptyPlanDraft,
  type PlanAction,
  type PlanDraft,
  planDraftOf,
  planReducer,
} from "./planDraft";

const ON = "2026-06-15";
const items = ["a", "b", "c"].map((id) => ({ ...trotItem, id, step: `${id}.1`, name: id }));
const [a, b] = items as [(typeof items)[0], (typeof items)[0]];
const ids = (draft = emptyPlanDraft(ON), on = ON) => arranged(items, draft, on).map((i) => i.id);
const done = (...actions: PlanAction[]) => actions.reduce(planReducer, emptyPlanDraft(ON));
const asked = (draft: PlanDraft) => JSON.parse(changesOf(draft) ?? "null");

describe("the trainer's changes to a plan", () => {
  it("drops and puts back", () => {
    const dropped = done({ type: "drop", item: b });
    expect(ids(dropped)).toEqual(["a", "c"]);
    expect(asked(dropped)).toEqual({ wanted: [], without: ["b.1"] });
    const back = planReducer(dropped, { type: "put-back", step: "b.1" });
    expect(ids(back)).toEqual(["a", "b", "c"]);
    expect(changesOf(back)).toBeUndefined();
  });

  it("locks a knot as it is, and lets it go again", () => {
    const locked = done({ type: "lock", item: a });
    expect(asked(locked).wanted).toEqual([{ step: "a.1", kind: "new" }]);
    expect(changesOf(planReducer(locked, { type: "unlock", step: "a.1" }))).toBeUndefined();
  });

  it("asks for the other side first and for another number of asks, one on top of the other", () => {
    const changed = done(
      { type: "first-side", item: a, side: "right" },
      { type: "asks", item: a, asks: 5 },
    );
    expect(asked(changed).wanted).toEqual([
      { step: "a.1", kind: "new", first_side: "right", asks: 5 },
    ]);
    const fewer = planReducer(changed, { type: "asks", item: a, asks: 4 });
    expect(asked(fewer).wanted).toEqual([
      { step: "a.1", kind: "new", first_side: "right", asks: 4 },
    ]);
  });

  it("adds, and swaps: one goes and the other comes; an easy yes stays one", () => {
    expect(asked(done({ type: "add", step: "x.1" })).wanted).toEqual([{ step: "x.1" }]);
    const swapped = done({ type: "lock", item: a }, { type: "swap", item: a, step: "x.1" });
    expect(asked(swapped)).toEqual({ wanted: [{ step: "x.1" }], without: ["a.1"] });
    const yes = { ...b, swapped_as: "easy-yes" as const };
    expect(asked(done({ type: "swap", item: yes, step: "x.1" })).wanted).toEqual([
      { step: "x.1", kind: "easy-yes" },
    ]);
  });

  it("takes back a drop by adding it again, and a wish by dropping it", () => {
    const again = done({ type: "drop", item: a }, { type: "add", step: "a.1" });
    expect(asked(again)).toEqual({ wanted: [{ step: "a.1" }], without: [] });
    expect(asked(planReducer(again, { type: "drop", item: a }))).toEqual({
      wanted: [],
      without: ["a.1"],
    });
  });

  it("moves up and down, and not beyond the ends; the order is not worked out anew", () => {
    const shown = ["a", "b", "c"];
    const moved = done({ type: "move", id: "c", by: -1, shown });
    expect(ids(moved)).toEqual(["a", "c", "b"]);
    expect(changesOf(moved)).toBeUndefined();
    const beyond = planReducer(moved, { type: "move", id: "a", by: -1, shown: ids(moved) });
    expect(ids(beyond)).toEqual(["a", "c", "b"]);
  });

  it("holds for its day only", () => {
    const dropped = done({ type: "drop", item: b });
    expect(ids(dropped, "2026-06-16")).toEqual(["a", "b", "c"]);
    expect(planDraftOf(dropped, "2026-06-16")).toEqual(emptyPlanDraft("2026-06-16"));
    expect(planDraftOf(dropped, ON)).toEqual(dropped);
    // Kept by an earlier version of the page.
    const older = planDraftOf({ on: ON, order: ["c"] }, ON);
    expect(older).toEqual({ ...emptyPlanDraft(ON), order: ["c"] });
  });

  it("keeps new items of a changed plan where the plan put them", () => {
    expect(ids({ ...emptyPlanDraft(ON), order: ["c", "a"] })).toEqual(["c", "b", "a"]);
  });
});
