import { beforeEach, describe, expect, it } from "vitest";
import type { PackFlag } from "../../shared/api/types";
import type { CoachEntry } from "./coachPlayer";
import { planItem, type RingDraft } from "./ringDraft";
import { heldBack, raisedFlags } from "./ringFlags";
import {
  adviceOn,
  atItem,
  easyYesPlace,
  goOn,
  isLast,
  logAsk,
  logEvent,
  startDraft,
  toSide,
  undo,
} from "./ringSession";
import { climbingPack, testPack } from "./testPack";

let seconds = 0;
const stamp = (after = 60) => {
  seconds += after;
  const id = `00000000-0000-4000-8000-${String(seconds).padStart(12, "0")}`;
  return { id, at: new Date(Date.UTC(2026, 5, 15, 9, 0, seconds)).toISOString() };
};

type Sign = PackFlag["any_of"][number];
type Condition = Sign["when_any"][number][number];

const when = (part: Partial<Condition> & { field: string }): Condition => ({
  any_of: null,
  below: null,
  above: null,
  ...part,
});
const STUMBLE = when({ field: "event", any_of: ["stumble"] });
const FAULT = when({ field: "faults", any_of: ["stumbles"] });
const TENSE = when({ field: "tension", any_of: ["tight", "alarmed"] });

const sign = (part: Partial<Sign>): Sign => ({
  when_any: [[STUMBLE], [FAULT]],
  at_least: 1,
  step: null,
  side: null,
  first_only: false,
  share: null,
  same_within_s: null,
  ...part,
});

function begun(...any_of: Sign[]): RingDraft {
  const pack = {
    ...climbingPack(),
    flags: [
      {
        code: "stumbles" as const,
        name: "Stumbles",
        say: "Ask a vet.",
        holds_back_words: "No fast work.",
        any_of,
        drops: ["new:up-wt.3", "climb:up-wt.4"],
      },
    ],
  };
  const order = pack.plan.items.map((item) => item.id);
  return atItem(startDraft(pack, order, true, "2026-06-15", stamp()), 1);
}

const tapped = (draft: RingDraft, ...parts: Partial<CoachEntry>[]) =>
  parts.reduce((now, part) => logAsk(now, part, stamp()).draft, draft);
const codes = (draft: RingDraft) => raisedFlags(draft).map((flag) => flag.code);

beforeEach(() => {
  seconds = 0;
});

describe("a flag raised at the ring", () => {
  it("counts events and faults alike, on whichever knot", () => {
    const once = logEvent(begun(sign({ at_least: 2 })), "stumble", stamp()).draft;
    expect(codes(once)).toEqual([]);
    expect(heldBack(once).size).toBe(0);
    const twice = tapped(atItem(once, 2), { level: 2, faults: ["stumbles"] });
    expect(codes(twice)).toEqual(["stumbles"]);
    expect(codes(undo(twice).draft)).toEqual([]);
  });

  it("takes what it holds back away, and goes on to what is left", () => {
    const settling = atItem(begun(sign({})), 0);
    expect(goOn(settling).passed).toBe(0);
    const raised = logEvent(settling, "stumble", stamp()).draft;
    expect(goOn(raised)).toMatchObject({ passed: 1 });
    expect(planItem(goOn(raised).draft).kind).toBe("loosen");
    expect(isLast(goOn(raised).draft)).toBe(true);
    expect(planItem(goOn(undo(raised).draft).draft).id).toBe("new:up-wt.3");
  });

  it("is not gone up from, nor is an easy yes offered that it holds back", () => {
    const light = [{ level: 2 }, { level: 2 }, { level: 2 }];
    const left = tapped(begun(sign({ at_least: 2 })), ...light);
    const right = tapped(toSide(left, "right"), ...light);
    expect(adviceOn(right, "right", 20)?.code).toBe("go-up");
    const stumbled = logEvent(logEvent(left, "stumble", stamp()).draft, "stumble", stamp(40)).draft;
    const after = tapped(toSide(stumbled, "right"), ...light);
    expect(adviceOn(after, "right", 20)?.code).toBe("next-exercise");
    expect(easyYesPlace(after, adviceOn(after, "right", 0))).toBeNull();
  });

  it("takes an event and a fault within half a minute for one", () => {
    const draft = begun(sign({ at_least: 2, same_within_s: 30 }));
    const event = logEvent(draft, "stumble", stamp()).draft;
    const fault = { level: 2, faults: ["stumbles"] };
    const soon = logAsk(event, fault, stamp(30)).draft;
    expect(codes(soon)).toEqual([]);
    expect(codes(logAsk(event, fault, stamp(1)).draft)).toEqual(["stumbles"]);
    expect(codes(logEvent(event, "stumble", stamp(1)).draft)).toEqual(["stumbles"]);
  });

  it("counts on one step and side only, where the sign says so", () => {
    const none = when({ field: "answered", any_of: [false] });
    const draft = begun(sign({ when_any: [[none]], step: "up-wt.3", side: "right" }));
    const left = tapped(draft, { level: 10, answered: false });
    expect(codes(left)).toEqual([]);
    expect(codes(tapped(toSide(left, "right"), { level: 10, answered: false }))).toEqual([
      "stumbles",
    ]);
  });

  it("hears only the first answer, where that is what tells", () => {
    const heavy = when({ field: "level", above: 5 });
    const draft = begun(sign({ when_any: [[heavy]], first_only: true }));
    expect(codes(tapped(draft, { level: 6 }, { level: 2 }))).toEqual(["stumbles"]);
    expect(codes(tapped(draft, { level: 2 }, { level: 6 }))).toEqual([]);
  });

  it("weighs a share of the asks once there are enough", () => {
    const draft = begun(sign({ when_any: [[TENSE]], at_least: 6, share: 0.5 }));
    const tight = { level: 2, tension: "tight" };
    const five = tapped(draft, tight, tight, tight, tight, tight);
    expect(codes(five)).toEqual([]);
    expect(codes(tapped(five, { level: 2 }))).toEqual(["stumbles"]);
    const calm = [{ level: 2 }, { level: 2 }, { level: 2 }, { level: 2 }];
    expect(codes(tapped(draft, tight, tight, tight, ...calm))).toEqual([]);
  });
});

it("a pack without flags raises none", () => {
  const pack = testPack();
  const draft = startDraft(pack, ["settle"], true, "2026-06-15", stamp());
  expect(raisedFlags(logEvent(draft, "fall", stamp()).draft)).toEqual([]);
});
