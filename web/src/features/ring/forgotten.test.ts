import { beforeEach, describe, expect, it } from "vitest";
import {
  bringBack,
  canBringBack,
  finishAsOfLastTap,
  isEmpty,
  isForgotten,
  lastTap,
  throwAway,
} from "./forgotten";
import type { RingDraft } from "./ringDraft";
import { atItem, logAsk, logEvent, startDraft, undo, withSettle } from "./ringSession";
import { testPack } from "./testPack";

let count = 0;
const stamp = () => {
  count += 1;
  const id = `00000000-0000-4000-8000-${String(count).padStart(12, "0")}`;
  return { id, at: new Date(Date.UTC(2026, 5, 15, 9, count)).toISOString() };
};

function begun(): RingDraft {
  const pack = testPack();
  const order = pack.plan.items.map((item) => item.id);
  return atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
}

function worked(): RingDraft {
  const draft = logAsk(begun(), { level: 4 }, stamp()).draft;
  return logEvent(draft, "stumble", stamp()).draft;
}

beforeEach(() => {
  count = 0;
});

describe("a forgotten session", () => {
  it("is one of an earlier day", () => {
    expect(isForgotten(worked(), "2026-06-15")).toBe(false);
    expect(isForgotten(worked(), "2026-06-16")).toBe(true);
  });

  it("is finished as of its last tap", () => {
    const { items } = finishAsOfLastTap(worked());
    expect(items).toHaveLength(1);
    expect(items[0]).toMatchObject({
      type: "session",
      body: { ended: "2026-06-15T09:03:00.000Z", date: "2026-06-15" },
    });
    const untouched = begun();
    expect(lastTap(untouched)).toBe(untouched.startedAt);
  });

  it("is thrown away with all that has gone out of it", () => {
    const draft = worked();
    const ids = draft.entries.map((one) => one.id);
    const { items } = throwAway(draft, false);
    expect(items.map((item) => item.type)).toEqual(["delete", "delete", "delete"]);
    expect(items.map((item) => item.id)).toEqual([...ids, draft.session]);
    expect(throwAway(draft, true).items).toMatchObject([{ type: "delete", id: draft.session }]);
    expect(throwAway(begun(), false).items).toEqual([]);
  });

  it("can be brought back for a day, as it was, under new names", () => {
    const draft = worked();
    const thrown = { draft, at: "2026-06-16T08:00:00.000Z" };
    expect(canBringBack(thrown, "2026-06-17T07:59:00.000Z")).toBe(true);
    expect(canBringBack(thrown, "2026-06-17T08:00:00.000Z")).toBe(false);
    const back = bringBack(thrown, stamp);
    expect(back.items.map((item) => item.type)).toEqual(["session", "ask", "event"]);
    const old = [draft.session, ...draft.entries.map((one) => one.id)];
    for (const item of back.items) expect(old).not.toContain(item.id);
    expect(back.items[1]).toMatchObject({
      session: back.draft.session,
      position: 0,
      body: { level: 4, step: "up-wt.3", band_top: 3, at: draft.entries[0]?.at },
    });
    expect(back.draft.date).toBe("2026-06-15");
  });

  it("is empty once everything was undone and nothing was marked", () => {
    expect(isEmpty(begun())).toBe(true);
    expect(isEmpty(worked())).toBe(false);
    const undone = undo(undo(worked()).draft).draft;
    expect(isEmpty(undone)).toBe(true);
    expect(throwAway(undone, true).items).toMatchObject([{ type: "delete", id: undone.session }]);
    expect(isEmpty(withSettle(begun(), { first_min: 4 }).draft)).toBe(false);
  });
});
