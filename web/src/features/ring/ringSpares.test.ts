import { describe, expect, it } from "vitest";
import { itemNamed, packItem, planItem, type RingDraft } from "./ringDraft";
import { heldBack } from "./ringFlags";
import { finish, sendHeader } from "./ringSending";
import { coachOf, logAsk, logEvent, playedOn, startDraft, undo } from "./ringSession";
import { canDrop, dropKnot, justLog, swapFor, withSpare } from "./ringSpares";
import { sparePack, testPack } from "./testPack";
import { makeStamp } from "./useRing";

function begun(): RingDraft {
  const pack = testPack();
  const order = pack.plan.items.map((item) => item.id);
  return startDraft(pack, order, true, "2026-06-15", makeStamp());
}

const logged = (draft: RingDraft, level = 2) => logAsk(draft, { level }, makeStamp()).draft;
const alone = (id = "spare:halt.1") =>
  justLog(sparePack(), null, id, true, "2026-06-15", makeStamp());
const header = (draft: RingDraft) => sendHeader(draft, null).items[0]?.body;

describe("any exercise in a running session", () => {
  it("comes next as a knot of its own, with its coaches", () => {
    const draft = withSpare(begun(), sparePack(), "spare:halt.1");
    expect(draft.order).toEqual(["settle", "spare:halt.1", "new:up-wt.3", "loosen"]);
    expect(planItem(draft).step).toBe("halt.1");
    expect(coachOf(draft)).toEqual(sparePack().coaches[1]);
    expect(packItem(draft)?.sides.map((one) => one.coach)).toEqual([1, 2]);
    expect(playedOn(logged(draft), "left")).toHaveLength(1);
  });

  it("that is planned is gone to, not asked beside itself", () => {
    const draft = withSpare(begun(), sparePack(), "spare:up-wt.3");
    expect(draft.order).toEqual(begun().order);
    expect(planItem(draft).id).toBe("new:up-wt.3");
    const again = withSpare({ ...draft, current: 2 }, sparePack(), "spare:up-wt.3");
    expect(again.current).toBe(1);
  });

  it("that is not there changes nothing", () => {
    const draft = begun();
    expect(withSpare(draft, sparePack(), "spare:nothing.1")).toBe(draft);
  });

  it("keeps what was planned beside what is done", () => {
    const draft = logged(withSpare(begun(), sparePack(), "spare:halt.1"));
    const { planned } = header(draft) as { planned: { changed: { step: string }[] } };
    expect(planned.changed.map((one) => one.step)).toEqual(["up-wt.3"]);
  });

  it("is held back by a flag that this session raises", () => {
    const draft = withSpare(begun(), sparePack(), "spare:canter.1");
    const stumble = (now: RingDraft) => logEvent(now, "stumble", makeStamp()).draft;
    expect(heldBack(stumble(draft)).size).toBe(0);
    expect([...heldBack(stumble(stumble(draft)))]).toEqual(["spare:canter.1"]);
  });

  it("taken in place of a knot drops that, unless something was answered in it", () => {
    const swapped = swapFor(begun(), sparePack(), "spare:halt.1");
    expect(swapped.order).toEqual(["spare:halt.1", "new:up-wt.3", "loosen"]);
    expect(planItem(swapped).id).toBe("spare:halt.1");
    const answered = logged({ ...begun(), current: 1, side: "left" });
    expect(swapFor(answered, sparePack(), "spare:halt.1").order).toHaveLength(4);
  });
});

describe("dropping a knot", () => {
  it("leaves one where one is", () => {
    const draft = { ...begun(), current: 2 };
    const without = dropKnot(draft, 1);
    expect(without.order).toEqual(["settle", "loosen"]);
    expect(planItem(without).id).toBe("loosen");
    expect(planItem(dropKnot(without, 1)).id).toBe("settle");
    expect(canDrop(dropKnot(without, 1), 0)).toBe(false);
  });

  it("never takes away what was answered, and what was can be taken back", () => {
    const draft = logged({ ...begun(), current: 1, side: "left" });
    expect(dropKnot(draft, 1)).toBe(draft);
    expect(undo(dropKnot(draft, 0)).draft.entries).toEqual([]);
  });
});

describe("a session without a plan", () => {
  it("begins with what is done first, and has no plan to be held against", () => {
    const draft = alone();
    expect(draft.order).toEqual(["spare:halt.1"]);
    const done = finish(logged(draft), "2026-06-15T10:00:00Z");
    expect(done.items[0]?.body).toMatchObject({ planned: null, kind: "ground", rider_kg: null });
  });

  it("becomes a ride with the first thing that is ridden, with rider and tack as the last time", () => {
    const added = withSpare(logged(alone()), sparePack(), "spare:up-wt.3");
    expect(header(added)).toMatchObject({ kind: "ground" });
    expect(header(logged(added))).toMatchObject({ kind: "ridden", rider_kg: 60, tack: { kg: 9 } });
  });

  it("says of the day what today's plan says, which is newer", () => {
    const today = testPack();
    today.day = {
      people: [],
      places: ["sands"],
      tack: [{ key: "saddle", on: true }],
      windy: "windy",
      settled_before: "",
    };
    today.brought.conditions.air_c = 21;
    const draft = justLog(sparePack(), today, "spare:halt.1", true, "2026-06-15", makeStamp());
    expect(draft.pack.day).toEqual(today.day);
    expect(header(draft)).toMatchObject({ tack: { saddle: true }, conditions: { air_c: 21 } });
  });

  it("hears a fall while it settles too", () => {
    const settling = alone("settle");
    const fallen = logEvent(settling, "buck", makeStamp()).draft;
    expect(playedOn(fallen, "none").at(-1)?.code).toBe("stop-danger");
  });

  it("keeps every exercise that is added to it", () => {
    const ids = ["spare:stand.2", "spare:object.1", "spare:canter.1"];
    const draft = ids.reduce((now, id) => withSpare(now, sparePack(), id), alone());
    expect(draft.order).toEqual(["spare:halt.1", ...ids]);
    for (const id of ids) expect(itemNamed(draft, id).id).toBe(id);
  });
});
