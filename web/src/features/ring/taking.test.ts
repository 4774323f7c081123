import { describe, expect, it } from "vitest";
import type { RingDraft } from "./ringDraft";
import { justLog } from "./ringSpares";
import {
  asUsual,
  calmShare,
  fewerStrides,
  isTense,
  oneStride,
  startTaking,
  stopTaking,
  takingNow,
} from "./taking";
import { sparePack } from "./testPack";
import { makeStamp } from "./useRing";

const at = (seconds: number) => new Date(Date.UTC(2026, 5, 15, 9, 0, seconds)).toISOString();
const begun = (id: string) => justLog(sparePack(), null, id, false, "2026-06-15", makeStamp());
const strides = (draft: RingDraft, n: number): RingDraft =>
  Array.from({ length: n }).reduce<RingDraft>((now) => oneStride(now, at(0)), draft);

describe("strides counted by tapping", () => {
  // A tenth fewer is what lengthening asks for: 20 strides, then 18.
  it("are told in a hundred of the working side", () => {
    const usual = asUsual(strides(begun("spare:trot-range.1"), 20), 20);
    const longer = strides(usual, 18);
    expect(fewerStrides(takingNow(longer) as never)).toBe(10);
    expect(fewerStrides(takingNow(strides(usual, 15)) as never)).toBe(25);
  });

  it("are none fewer where there are more, and nothing before they are counted", () => {
    const usual = asUsual(strides(begun("spare:trot-range.1"), 20), 20);
    expect(fewerStrides(takingNow(strides(usual, 22)) as never)).toBe(0);
    expect(fewerStrides(takingNow(usual) as never)).toBeNull();
    expect(fewerStrides(takingNow(strides(begun("spare:trot-range.1"), 5)) as never)).toBeNull();
  });

  it("are held against the same working side again once logged", () => {
    const longer = strides(asUsual(strides(begun("spare:trot-range.1"), 20), 20), 18);
    expect(takingNow(stopTaking(longer))).toMatchObject({ usual: 20, strides: 0 });
    expect(takingNow(asUsual(longer, null))).toMatchObject({ usual: null, strides: 0 });
  });
});

describe("a clock of calm", () => {
  it("takes what was tense from the whole", () => {
    const out = startTaking(begun("spare:hack.1"), at(0));
    const tense = isTense(out, true, at(60));
    const calm = isTense(tense, false, at(90));
    expect(calmShare(takingNow(out) as never, at(300))).toBe(100);
    expect(calmShare(takingNow(tense) as never, at(90))).toBe(67);
    expect(calmShare(takingNow(calm) as never, at(300))).toBe(90);
  });

  it("that says twice what it is changes nothing", () => {
    const out = startTaking(begun("spare:hack.1"), at(0));
    expect(isTense(out, false, at(10))).toBe(out);
    const tense = isTense(out, true, at(10));
    expect(isTense(tense, true, at(20))).toBe(tense);
  });
});

describe("a clock of a knot", () => {
  it("is not that of another", () => {
    const out = startTaking(begun("spare:stand.2"), at(0));
    expect(takingNow(out)?.startedAt).toBe(at(0));
    expect(takingNow({ ...out, order: ["settle"], current: 0, pack: sparePack() })).toBeNull();
    expect(takingNow(stopTaking(out))).toBeNull();
  });
});
