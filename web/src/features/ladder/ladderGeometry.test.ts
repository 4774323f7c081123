import { describe, expect, it } from "vitest";
import type { HorseLadder } from "../../shared/api/types";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import { fitting, NO_KIT } from "./ladderFilter";
import { drawLadder, inLines, nextKnot, threadPath, WIDTH } from "./ladderGeometry";

const ladder = sample.ladder as unknown as HorseLadder;
const picture = drawLadder(ladder.rungs);
const knot = (id: string) => picture.knots.find((one) => one.id === id);

describe("the drawing of the ladder", () => {
  it("has every exercise, the lowest phase at the bottom, and none over another", () => {
    expect(picture.knots).toHaveLength(ladder.rungs.flatMap((rung) => rung.exercises).length);
    expect(knot("catch")?.y).toBeGreaterThan(knot("walk-on")?.y ?? 0);
    for (const one of picture.knots) {
      expect(one.x - one.cell / 2).toBeGreaterThanOrEqual(0);
      expect(one.x + one.cell / 2).toBeLessThanOrEqual(WIDTH);
      const near = picture.knots.filter((other) => other.y === one.y && other.id !== one.id);
      for (const other of near)
        expect(Math.abs(other.x - one.x)).toBeGreaterThanOrEqual(one.cell - 0.001);
    }
  });

  it("fits the table's screen: 1280 by 800 less the frame", () => {
    expect(picture.height).toBeLessThanOrEqual(800 - 206);
  });

  it("draws a line for every need between exercises", () => {
    for (const thread of ladder.threads) {
      const lower = knot(thread.lower);
      const upper = knot(thread.upper);
      expect(lower && upper && threadPath(lower, upper)).toMatch(/^M[\d.]+ [\d.]+ C/);
    }
  });

  it("leads by arrow keys along the rung and to the nearest knot of the next", () => {
    expect(nextKnot(picture, "catch", "ArrowRight")).toBe("lead");
    expect(nextKnot(picture, "catch", "ArrowLeft")).toBe("catch");
    expect(nextKnot(picture, "lead", "Home")).toBe("catch");
    expect(nextKnot(picture, "catch", "End")).toBe("touch");
    const up = nextKnot(picture, "catch", "ArrowUp");
    expect(knot(up)?.phase).toBe("P1");
    expect(nextKnot(picture, up, "ArrowDown")).not.toBe(up);
    expect(nextKnot(picture, "catch", "ArrowDown")).toBe("catch");
  });

  it("reaches every knot by keys alone", () => {
    const reached = new Set(["catch"]);
    const waiting = ["catch"];
    while (waiting.length > 0) {
      const from = waiting.pop() as string;
      for (const key of ["ArrowUp", "ArrowDown", "ArrowLeft", "ArrowRight"]) {
        const next = nextKnot(picture, from, key);
        if (!reached.has(next)) waiting.push(next);
        reached.add(next);
      }
    }
    expect(reached.size).toBe(picture.knots.length);
  });

  it("breaks names into lines and never loses more than their end", () => {
    expect(inLines("Head down, ridden", 10)).toEqual(["Head down,", "ridden"]);
    expect(inLines("one two three four", 8, 1)).toEqual(["one two…"]);
  });
});

describe("a filter", () => {
  const of = (part: object) => fitting(ladder, { words: "", state: "", kit: "", ...part });
  const all = ladder.rungs.flatMap((rung) => rung.exercises.flatMap((one) => one.stages));

  it("finds by exercise, stage and step", () => {
    expect(of({}).size).toBe(all.length);
    expect(of({ words: "walk to trot" })).toContain("up-wt.2");
    expect([...of({ words: "up-wt.2" })]).toEqual(["up-wt.2"]);
    expect(of({ words: "no such thing" }).size).toBe(0);
  });

  it("finds by state and by kit", () => {
    const learning = of({ state: "learning" });
    expect(learning.size).toBe(ladder.counts.learning);
    const wanting = of({ kit: "tarpaulin" });
    expect(wanting.size).toBeGreaterThan(0);
    for (const stage of all) expect(wanting.has(stage.step)).toBe(stage.kit.includes("tarpaulin"));
    for (const step of of({ kit: NO_KIT })) expect(wanting.has(step)).toBe(false);
  });
});
