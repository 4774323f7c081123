import { beforeEach, describe, expect, it } from "vitest";
import { entriesOf, planItem, type RingDraft, spookNow } from "./ringDraft";
import { finish } from "./ringSending";
import {
  adviceOn,
  amend,
  atItem,
  canUndo,
  easierNow,
  easyYesPlace,
  goBack,
  goOn,
  goUp,
  isLast,
  logAsk,
  logEvent,
  probe,
  probeOffered,
  startDraft,
  stepNow,
  tellMore,
  toSide,
  undo,
  withSettle,
} from "./ringSession";
import { climbingPack, HORSE, probingPack, testPack, trotItem } from "./testPack";

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
  return levels.reduce((now, level) => logAsk(now, { level }, stamp()).draft, draft);
}

beforeEach(() => {
  count = 0;
});

describe("a session at the ring", () => {
  it("sends its header with the first ask, and only then", () => {
    const first = logAsk(begun(), { level: 6 }, stamp());
    expect(first.items.map((item) => item.type)).toEqual(["session", "ask"]);
    expect(first.items[0]).toMatchObject({ horse: HORSE, revision: 1, body: { helper: true } });
    const second = logAsk(first.draft, { level: 4 }, stamp());
    expect(second.items.map((item) => item.type)).toEqual(["ask"]);
  });

  it("writes an ask in the words of the record", () => {
    const { items } = logAsk(begun(), { level: 6, tension: "tight" }, stamp());
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
    expect(adviceOn(draft, "left", 99)?.code).toBe("change-side");
    expect(adviceOn(draft, "right", 99)).toBeNull();
    const other = logged(toSide(draft, "right"), 2, 2, 2);
    expect(adviceOn(other, "right", 99)?.code).toBe("next-exercise");
  });

  it("asks the easier stage after 'go easier'", () => {
    const draft = logged(begun(), 9, 10);
    expect(adviceOn(draft, "left", 99)?.code).toBe("go-easier");
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
    expect(adviceOn(draft, "left", 99)?.code).toBe("stop-danger");
  });

  it("says that time is up when there is nothing to put right", () => {
    expect(adviceOn(logged(begun(), 2), "left", 0)?.code).toBe("time-up");
    expect(adviceOn(logged(begun(), 6), "left", 0)?.code).toBe("repeat-from-light");
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

/** The same session with an easy yes before the end. */
function withEasyYes(): RingDraft {
  const draft = begun();
  const yes = { ...trotItem, id: "easy-yes:up-wt.3", kind: "easy-yes" as const };
  const { items } = draft.pack.plan;
  const plan = { ...draft.pack.plan, items: [...items.slice(0, 2), yes, ...items.slice(2)] };
  return { ...draft, pack: { ...draft.pack, plan }, order: plan.items.map((item) => item.id) };
}

describe("what is counted over the whole session", () => {
  const alarm = (draft: RingDraft) => logAsk(draft, { tension: "alarmed" }, stamp()).draft;

  it("leaves an exercise after an alarm on each side of it", () => {
    const left = alarm(begun());
    expect(adviceOn(left, "left", 99)?.code).toBe("calm-down");
    const right = alarm(toSide(left, "right"));
    expect(adviceOn(right, "right", 99)?.code).toBe("leave-exercise");
    // What was said on the left was said before the right one came.
    expect(adviceOn(right, "left", 99)?.code).toBe("calm-down");
  });

  it("knows a buck while lunging when the next one comes in the saddle", () => {
    const settled = logEvent(atItem(begun(), 0), "buck", stamp()).draft;
    const first = adviceOn(settled, "none", 99);
    expect(first?.code).toBe("stop-danger");
    const again = logEvent(atItem(settled, 1), "buck", stamp()).draft;
    const second = adviceOn(again, "left", 99);
    expect(second?.code).toBe("stop-danger");
    expect(second?.say).not.toBe(first?.say);
  });

  it("counts a stumble wherever it was, and it is no try", () => {
    const once = logEvent(logged(begun(), 2), "stumble", stamp()).draft;
    expect(adviceOn(once, "left", 99)).toMatchObject({
      code: "body-flag",
      tries: 1,
      ends: false,
    });
    const twice = logEvent(toSide(once, "right"), "stumble", stamp()).draft;
    expect(adviceOn(twice, "right", 99)).toMatchObject({ code: "body-flag", ends: true });
  });
});

describe("putting right what was logged", () => {
  it("adds what was wrong to the answer just given, in its place in time", () => {
    const draft = logged(begun(), 2, 2);
    const last = draft.entries[1];
    const { draft: after, items } = amend(draft, { correct: "no" }, {}, stamp());
    expect(items).toMatchObject([
      { type: "delete", id: last?.id },
      { type: "ask", position: 1, body: { level: 2, correct: "no", at: last?.at } },
    ]);
    expect(items[1]?.id).not.toBe(last?.id);
    expect(after.entries).toHaveLength(2);
    expect(adviceOn(after, "left", 99)?.code).toBe("remedy");
  });

  it("finds the answer behind what happened since", () => {
    const draft = logEvent(logged(begun(), 2), "spook", stamp()).draft;
    const { draft: after } = amend(draft, { tension: "tight" }, {}, stamp());
    expect(after.entries.map((one) => one.entry.event)).toEqual([null, "spook"]);
    expect(after.entries[0]?.entry.tension).toBe("tight");
    expect(amend(begun(), { tension: "tight" }, {}, stamp()).items).toEqual([]);
  });

  it("says which lead it showed", () => {
    const lead = { lead_front: "right", lead_hind: "left" } as const;
    const { items } = amend(logged(begun(), 2), { faults: ["disunited"] }, { lead }, stamp());
    expect(items[1]?.body).toMatchObject({ ...lead, faults: ["disunited"] });
  });

  it("takes marks of the settle clock back, one by one, in the order of everything logged", () => {
    const started = withSettle(atItem(begun(), 0), { startedAt: "2026-06-15T09:00:00Z" }).draft;
    const first = withSettle(started, { first_min: 3 }).draft;
    const buck = logEvent(first, "buck", stamp()).draft;
    const whole = withSettle(buck, { whole_min: 9, settled: true }).draft;
    const one = undo(atItem(whole, 1));
    expect(one.draft.settle).toMatchObject({ first_min: 3, whole_min: null, settled: null });
    expect(one.draft.current).toBe(0);
    expect(one.items[0]?.body).toMatchObject({ settle: { first_min: 3, whole_min: null } });
    const two = undo(one.draft).draft;
    expect(two.entries).toEqual([]);
    const three = undo(two).draft;
    expect(three.settle.first_min).toBeNull();
    expect(three.settle.startedAt).not.toBeNull();
    expect(canUndo(undo(three).draft)).toBe(false);
  });
});

describe("where one goes from here", () => {
  it("goes back to the knot before", () => {
    expect(goBack(begun()).current).toBe(0);
    expect(goBack(goBack(begun())).current).toBe(0);
  });

  it("finishes on the easy yes when time is up or the exercise is left", () => {
    const time = logged(withEasyYes(), 2);
    expect(easyYesPlace(time, adviceOn(time, "left", 0))).toBe(2);
    expect(easyYesPlace(time, adviceOn(time, "left", 99))).toBeNull();
    const without = logged(begun(), 2);
    expect(easyYesPlace(without, adviceOn(without, "left", 0))).toBeNull();
  });

  it("drops what is new when the horse did not settle", () => {
    const draft = atItem(begun(), 0);
    const { draft: after } = withSettle(draft, { whole_min: 15, settled: false });
    expect(after.order).toEqual(["settle", "loosen"]);
    expect(undo(after).draft.order).toEqual(draft.order);
  });

  it("names the easier stage once the coach has said so", () => {
    expect(easierNow(logged(begun(), 9))).toBeNull();
    expect(easierNow(logged(begun(), 9, 10))?.name).toBe("in the green band");
  });
});

describe("a knot that is tried only after another", () => {
  function tried(light: boolean, row = 1, at_once = false, up_to: number | null = null): RingDraft {
    const pack = testPack();
    const [, item] = pack.plan.items;
    const rest = pack.items[0];
    if (!item || !rest) throw new Error("the test pack has an item");
    const after = {
      ...item,
      id: "assess:later",
      after: [{ item: item.id, light, row, at_once, up_to }],
    };
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

  it("is passed over where it came, but heavier than it may be", () => {
    expect(goOn(bothSides(tried(false, 1, false, 8), 8)).passed).toBe(0);
    expect(goOn(bothSides(tried(false, 1, false, 8), 9)).passed).toBe(1);
    const oneSide = logged(toSide(logged(tried(false, 1, false, 8), 8), "right"), 9);
    expect(goOn(oneSide).passed).toBe(1);
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

  const onBoth = (draft: RingDraft, ...levels: number[]) => {
    let after = draft;
    for (const side of ["left", "right"] as const) {
      after = toSide(after, side);
      for (const level of levels) after = logged(after, level);
    }
    return after;
  };

  it("opens today only where the other came light so often running", () => {
    const opened = tried(true, 2);
    expect(goOn(onBoth(opened, 2, 2)).passed).toBe(0);
    expect(goOn(onBoth(opened, 8, 2, 2)).passed).toBe(0);
    expect(goOn(onBoth(opened, 2, 8, 2)).passed).toBe(1);
    expect(goOn(onBoth(opened, 2)).passed).toBe(1);
  });

  it("comes beside another new one only where that went at once", () => {
    const second = tried(true, 2, true);
    expect(goOn(onBoth(second, 2, 2)).passed).toBe(0);
    expect(goOn(onBoth(second, 8, 2, 2)).passed).toBe(1);
  });

  it("does not open where what it needs was dropped for the day", () => {
    const draft = tried(true, 2);
    const order = draft.order.filter((id) => id !== "new:up-wt.3");
    expect(goOn({ ...draft, order, current: 0 }).passed).toBe(1);
  });

  it("sends the kind of session that was planned", () => {
    const pack = { ...testPack() };
    pack.plan = { ...pack.plan, kind: "assessment" };
    const order = pack.plan.items.map((one) => one.id);
    const start = atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
    const { items } = logAsk(start, { level: 2 }, stamp());
    expect(items[0]?.body).toMatchObject({ kind: "assessment" });
  });
});

describe("going up a stage", () => {
  function climbing(): RingDraft {
    const pack = climbingPack();
    const order = pack.plan.items.map((item) => item.id);
    return atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
  }
  const both = (draft: RingDraft, left: number[], right: number[]) =>
    logged(toSide(logged(draft, ...left), "right"), ...right);

  it("is said once both sides came light, and the answers are then of the stage above", () => {
    const first = logged(climbing(), 2, 2, 2);
    expect(adviceOn(first, "left", 20)?.code).toBe("change-side");
    const done = both(climbing(), [2, 2, 2], [2, 2, 2]);
    expect(adviceOn(done, "right", 20)).toMatchObject({ code: "go-up", ends: true });
    const up = goUp(done);
    expect(up.order).toEqual(["settle", "new:up-wt.3", "climb:up-wt.4", "loosen"]);
    expect(stepNow(up)).toBe("up-wt.4");
    expect(logged(up, 2).entries.at(-1)).toMatchObject({ step: "up-wt.4", side: "left" });
    expect(goUp(up).order).toHaveLength(5);
    expect(adviceOn({ ...up, current: 1, side: "right" }, "right", 20)?.code).toBe("next-exercise");
  });

  it("is not said without the time for it, nor oftener than the plan allows", () => {
    const done = both(climbing(), [2, 2, 2], [2, 2, 2]);
    expect(adviceOn(done, "right", 7)?.code).toBe("next-exercise");
    expect(adviceOn(done, "right", 8)?.code).toBe("go-up");
    const again = both(goUp(done), [2, 2, 2], [2, 2, 2]);
    expect(adviceOn(again, "right", 20)?.code).toBe("next-exercise");
  });

  it("wants the other side light and calm as well", () => {
    const heavy = both(climbing(), [6, 5, 2, 2, 2], [2, 2, 2]);
    expect(adviceOn(heavy, "right", 20)?.code).toBe("next-exercise");
    const once = both(climbing(), [6, 2, 2, 2], [2, 2, 2]);
    expect(adviceOn(once, "right", 20)?.code).toBe("go-up");
    const unasked = logged(toSide(climbing(), "right"), 2, 2, 2);
    expect(adviceOn(unasked, "right", 20)?.code).toBe("change-side");
    const alarmed = logAsk(climbing(), { tension: "alarmed" }, stamp()).draft;
    expect(adviceOn(both(alarmed, [2, 2, 2], [2, 2, 2]), "right", 20)?.code).toBe("next-exercise");
  });

  it("is undone with the answer that let it follow", () => {
    const up = goUp(both(climbing(), [2, 2, 2], [2, 2, 2]));
    const taken = undo(logged(up, 2)).draft;
    expect(planItem(taken).id).toBe("climb:up-wt.4");
    const back = undo(taken).draft;
    expect(back.order).toEqual(["settle", "new:up-wt.3", "loosen"]);
    expect(planItem(back)).toMatchObject({ id: "new:up-wt.3" });
    expect(adviceOn(logged(back, 2), "right", 20)?.code).toBe("go-up");
  });

  it("names what comes next in this plan", () => {
    const done = both(begun(), [2, 2, 2], [2, 2, 2]);
    expect(adviceOn(done, "right", 20)?.why).toContain("Next: Loosen off.");
  });
});

describe("one ask to see what comes", () => {
  const light = [2, 2, 2];
  function goneUp(right = light): RingDraft {
    const pack = probingPack();
    const order = pack.plan.items.map((item) => item.id);
    const start = atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
    const both = (draft: RingDraft, last: number[]) =>
      logged(toSide(logged(draft, ...light), "right"), ...last);
    return both(goUp(both(start, light)), right);
  }
  const offered = (draft: RingDraft, minutes = 20) =>
    probeOffered(draft, adviceOn(draft, draft.side, minutes), minutes);

  it("is offered where it came light and calm and goes up no more today, with the time for it", () => {
    expect(offered(goneUp())).toBe("Probe once: stage 5");
    expect(offered(goneUp(), 4)).toBe("Probe once: stage 5");
    expect(offered(goneUp(), 3)).toBeNull();
    expect(offered(goneUp([6, 5, 2, 2, 2]))).toBeNull();
    expect(offered(goneUp([2, 2]))).toBeNull();
    const more = goneUp();
    const pack = { ...more.pack, plan: { ...more.pack.plan, most_climbs: 2 } };
    expect(offered({ ...more, pack })).toBeNull();
  });

  it("is asked once, marked as what it is, and nothing waits for it", () => {
    const asked = probe(goneUp());
    expect(planItem(asked).id).toBe("probe:up-wt.5");
    const done = logAsk(asked, { level: 9 }, stamp());
    expect(done.items.at(-1)?.body).toMatchObject({ step: "up-wt.5", level: 9, probe: true });
    const said = adviceOn(done.draft, "left", 20);
    expect(said).toMatchObject({ code: "dose-reached", ends: true, finishes: false });
    expect(planItem(goOn(done.draft).draft).id).toBe("loosen");
    expect(offered(atItem(done.draft, 2))).toBeNull();
    const plain = logAsk(goneUp(), { level: 9 }, stamp());
    expect(plain.items.at(-1)?.body).not.toHaveProperty("probe");
  });

  it("takes none of what it may go up, and is undone with the answer that let it follow", () => {
    const asked = probe(goneUp());
    expect(asked.climbMarks?.filter((mark) => !mark.isProbe)).toHaveLength(1);
    const back = undo(undo(logged(asked, 3)).draft).draft;
    expect(back.order).not.toContain("probe:up-wt.5");
    expect(back.order).toContain("climb:up-wt.4");
  });
});

describe("a spook", () => {
  const spooked = () => {
    const { draft, items } = logEvent(logged(begun(), 5), "spook", stamp());
    return { draft, id: items.at(-1)?.id ?? "", items };
  };

  it("is sent at once, and anew with what is said of it", () => {
    const { draft, id, items } = spooked();
    expect(items.at(-1)?.body).toMatchObject({ kind: "spook" });
    const said = tellMore(draft, id, { thing: "gulls" }, stamp());
    const [gone, anew] = said.items;
    expect(gone).toMatchObject({ type: "delete", id });
    expect(anew?.body).toEqual({
      kind: "spook",
      at: draft.entries.at(-1)?.at,
      thing: "gulls",
      spot: null,
      recovered_s: null,
    });
    const calm = tellMore(said.draft, anew?.id ?? "", { recovered_s: 12 }, stamp());
    expect(calm.items[1]?.body).toMatchObject({ thing: "gulls", recovered_s: 12 });
    expect(calm.draft.entries).toHaveLength(2);
    expect(calm.items[1]?.position).toBe(items.at(-1)?.position);
  });

  it("says nothing of what was taken back", () => {
    const { draft, id } = spooked();
    const undone = undo(draft).draft;
    expect(tellMore(undone, id, { thing: "gulls" }, stamp())).toEqual({ draft: undone, items: [] });
  });

  it("is asked about until it is behind", () => {
    const { draft, id } = spooked();
    expect(spookNow(draft)?.id).toBe(id);
    expect(spookNow(logged(draft, 4, 3))?.id).toBe(id);
    expect(spookNow(logged(draft, 4, 3, 3))).toBeUndefined();
    expect(spookNow(logEvent(begun(), "stumble", stamp()).draft)).toBeUndefined();
  });
});
