import { beforeEach, describe, expect, it } from "vitest";
import {
  adviceOn,
  atItem,
  entriesOf,
  finish,
  goOn,
  isLast,
  logAsk,
  logEvent,
  type RingDraft,
  startDraft,
  stepNow,
  toSide,
  undo,
  withSettle,
} from "./ringSession";
import { HORSE, testPack } from "./testPack";

let count = 0;
const stamp = () => {
  count += 1;
  const id = `00000000-0000-4000-8000-${String(count).padStart(12, "0")}`;
  return { id, at: new Date(Date.UTC(2026, 5, 15, 9, 0, count)).toISOString() };
};

function begun(): RingDraft {
  const pack = testPack();
  const order = pack.plan.items.map((item) => item.id);
  return atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
}

function logged(draft: RingDraft, ...levels: number[]): RingDraft {
  return levels.reduce((now, level) => logAsk(now, { level }, null, stamp()).draft, draft);
}

beforeEach(() => {
  count = 0;
});

describe("a session at the ring", () => {
  it("sends its header with the first ask, and only then", () => {
    const first = logAsk(begun(), { level: 6 }, null, stamp());
    expect(first.items.map((item) => item.type)).toEqual(["session", "ask"]);
    expect(first.items[0]).toMatchObject({ horse: HORSE, revision: 1, body: { helper: true } });
    const second = logAsk(first.draft, { level: 4 }, null, stamp());
    expect(second.items.map((item) => item.type)).toEqual(["ask"]);
  });

  it("writes an ask in the words of the record", () => {
    const { items } = logAsk(begun(), { level: 6, tension: "tight" }, null, stamp());
    expect(items[1]?.body).toMatchObject({
      step: "up-wt.3",
      side: "left",
      level: 6,
      answered: true,
      tension: "tight",
      band_top: 3,
    });
    expect(items[1]?.body).not.toHaveProperty("event");
  });

  it("gives each ask its place in the session", () => {
    const draft = logged(begun(), 6, 4, 2);
    expect(draft.entries.map((entry) => entry.position)).toEqual([0, 1, 2]);
  });

  it("advises on this side from what this side answered", () => {
    const draft = logged(begun(), 2, 2, 2);
    expect(adviceOn(draft, "left", false)?.code).toBe("change-side");
    expect(adviceOn(draft, "right", false)).toBeNull();
    const other = logged(toSide(draft, "right"), 2, 2, 2);
    expect(adviceOn(other, "right", false)?.code).toBe("next-exercise");
  });

  it("asks the easier stage after 'go easier'", () => {
    const draft = logged(begun(), 9, 10);
    expect(adviceOn(draft, "left", false)?.code).toBe("go-easier");
    expect(stepNow(draft)).toBe("up-wt.2");
    expect(stepNow(toSide(draft, "right"))).toBe("up-wt.3");
  });

  it("takes the last thing back, and says so to the server", () => {
    const draft = logged(begun(), 6, 4);
    const back = undo(atItem(draft, 2));
    expect(back.items).toMatchObject([{ type: "delete", id: draft.entries[1]?.id }]);
    expect(entriesOf(back.draft).map((entry) => entry.entry.level)).toEqual([6]);
    expect(back.draft.current).toBe(1);
    expect(undo(begun()).items).toEqual([]);
  });

  it("keeps an event in its place in time", () => {
    const { draft, items } = logEvent(logged(begun(), 6), "buck", stamp());
    expect(items).toMatchObject([{ type: "event", body: { kind: "buck" } }]);
    expect(adviceOn(draft, "left", false)?.code).toBe("stop-danger");
  });

  it("says that time is up when there is nothing to put right", () => {
    expect(adviceOn(logged(begun(), 2), "left", true)?.code).toBe("time-up");
    expect(adviceOn(logged(begun(), 6), "left", true)?.code).toBe("repeat-from-light");
  });

  it("sends later headers with a higher revision", () => {
    const settled = withSettle(begun(), { whole_min: 9, settled: true });
    const ended = finish(settled.draft, "2026-06-15T10:00:00Z");
    expect(ended.items[0]?.revision).toBeGreaterThan(settled.items[0]?.revision ?? 0);
    expect(ended.items[0]?.body).toMatchObject({
      ended: "2026-06-15T10:00:00Z",
      settle: { whole_min: 9, settled: true },
    });
  });

  it("stays within the rope", () => {
    expect(isLast(atItem(begun(), 99))).toBe(true);
    expect(atItem(begun(), -4).current).toBe(0);
  });
});

describe("a knot that is tried only after another", () => {
  function tried(light: boolean): RingDraft {
    const pack = testPack();
    const [, item] = pack.plan.items;
    const rest = pack.items[0];
    if (!item || !rest) throw new Error("the test pack has an item");
    const after = { ...item, id: "assess:later", after: [{ item: item.id, light }] };
    pack.plan.items.splice(2, 0, after);
    pack.items.push({ ...rest, item: after.id });
    const order = pack.plan.items.map((one) => one.id);
    return atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
  }
  const bothSides = (draft: RingDraft, level: number) =>
    toSide(logged(toSide(logged(draft, level), "right"), level), "left");

  it("is passed over where nothing came on one of the sides", () => {
    const { draft, passed } = goOn(logged(tried(false), 2));
    expect(passed).toBe(1);
    expect(draft.order[draft.current]).toBe("loosen");
  });

  it("is worked where it came on both, heavy or not", () => {
    const { draft, passed } = goOn(bothSides(tried(false), 8));
    expect(passed).toBe(0);
    expect(draft.order[draft.current]).toBe("assess:later");
  });

  it("is passed over where it has to be light and was heavy", () => {
    expect(goOn(bothSides(tried(true), 8)).passed).toBe(1);
    expect(goOn(bothSides(tried(true), 2)).passed).toBe(0);
  });

  it("is not opened by an easier stage that came light", () => {
    let draft = tried(true);
    for (const side of ["left", "right"] as const) {
      draft = toSide(draft, side);
      for (const level of [10, 10, 2, 2]) draft = logged(draft, level);
    }
    const steps = new Set(draft.entries.map((one) => one.step));
    expect(steps).toEqual(new Set(["up-wt.3", "up-wt.2"]));
    expect(goOn(draft).passed).toBe(1);
  });

  it("does not count where the other was dropped for the day", () => {
    const draft = tried(true);
    const order = draft.order.filter((id) => id !== "new:up-wt.3");
    expect(goOn({ ...draft, order, current: 0 }).passed).toBe(0);
  });

  it("sends the kind of session that was planned", () => {
    const pack = { ...testPack() };
    pack.plan = { ...pack.plan, kind: "assessment" };
    const order = pack.plan.items.map((one) => one.id);
    const start = atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
    const { items } = logAsk(start, { level: 2 }, null, stamp());
    expect(items[0]?.body).toMatchObject({ kind: "assessment" });
  });
});
