import { describe, expect, it } from "vitest";
import { testPack } from "../../features/ring/testPack";
import { putTogether, taken } from "./compactPack";

describe("a pack as it comes", () => {
  it("is put together with what its coaches have in common", () => {
    const pack = testPack();
    const [coach] = pack.coaches;
    if (!coach) throw new Error("no coach");
    const { tables, verdicts, ...own } = coach;
    const sent = {
      pack: { ...pack, coaches: [] },
      coaches: [
        { own, shared: { tables: 1, verdicts: 0 } },
        { own: { ...own, aim: 1 }, shared: { tables: 1, verdicts: 0 } },
      ],
      parts: [verdicts, tables],
    };
    const [first, second] = putTogether(sent as never).coaches;
    expect(first).toEqual(coach);
    expect(second).toEqual({ ...coach, aim: 1 });
    expect(second?.tables).toBe(first?.tables);
  });

  it("with nothing in common is as it was", () => {
    const pack = testPack();
    expect(putTogether(taken(pack))).toEqual(pack);
  });
});
