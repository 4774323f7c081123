import { describe, expect, it } from "vitest";
import { cursorAt, indexOf, replaced, stretches } from "./charsOf";

describe("places in a text", () => {
  const TEXT = "🐴 halt.1 3\nup-wt L 5sl 4";

  it("count an emoji as one character, as the server does", () => {
    expect(cursorAt(TEXT, 3)).toEqual({ line: 1, column: 3 });
    expect(indexOf(TEXT, { line: 1, column: 3 })).toBe(3);
    expect(cursorAt(TEXT, TEXT.length)).toEqual({ line: 2, column: 14 });
  });

  it("go there and back", () => {
    for (let at = 0; at <= TEXT.length; at += 1) {
      if (at === 1) continue; // within the emoji
      expect(indexOf(TEXT, cursorAt(TEXT, at))).toBe(at);
    }
  });

  it("put other characters in a part of a line, and say where they end", () => {
    const done = replaced(TEXT, { line: 2, column: 10, end: 12 }, "slow ");
    expect(done.text).toBe("🐴 halt.1 3\nup-wt L 5slow  4");
    expect(done.text.slice(0, done.at)).toBe("🐴 halt.1 3\nup-wt L 5slow ");
  });

  it("part a text at what is marked, nothing twice and nothing lost", () => {
    const marked = [
      { line: 2, column: 9, end: 12 },
      { line: 1, column: 3, end: 7 },
      { line: 2, column: 10, end: 12 },
    ];
    const parts = stretches(TEXT, marked);
    expect(parts.map((one) => one.text).join("")).toBe(TEXT);
    expect(parts.filter((one) => one.mark !== null)).toEqual([
      { text: "halt", mark: 1 },
      { text: "5sl", mark: 0 },
    ]);
  });

  it("mark one character where nothing stands", () => {
    expect(stretches("halt", [{ line: 1, column: 2, end: 2 }])[1]).toEqual({ text: "a", mark: 0 });
  });
});
