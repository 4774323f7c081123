import { describe, expect, it } from "vitest";
import { asCsv, asSvg } from "./chartFiles";

describe("a chart as files", () => {
  it("quotes as RFC 4180 has it, and lets no spreadsheet take a cell for a formula", async () => {
    const table = {
      columns: ["Day", "Said"],
      rows: [
        { cells: ["12 June", 'a "b", c'], session: null, step: null },
        { cells: ["=1+1", "two\nlines"], session: null, step: null },
      ],
    };
    const text = await asCsv(table).text();
    expect(text).toBe('Day,Said\r\n12 June,"a ""b"", c"\r\n\'=1+1,"two\nlines"\r\n');
  });

  it("writes a picture that stands by itself: named, sized, without classes of the page", async () => {
    document.body.innerHTML =
      '<svg viewBox="0 0 36 18" role="img" aria-label="Settling"><circle class="both" style="fill: rgb(1, 2, 3)" cx="4" cy="5" r="2"><title>12 June: 4 min</title></circle></svg>';
    const svg = document.querySelector("svg") as SVGSVGElement;
    Object.defineProperty(svg, "viewBox", { value: { baseVal: { width: 36, height: 18 } } });
    const text = await (await asSvg(svg)).text();
    expect(text).toContain('xmlns="http://www.w3.org/2000/svg"');
    expect(text).toContain('width="36"');
    expect(text).toContain('fill="rgb(1, 2, 3)"');
    expect(text).toContain("12 June: 4 min");
    expect(text).not.toContain("class=");
  });
});
