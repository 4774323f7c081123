import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { BoardRow, TrackEstimate } from "../api/types";
import { AskDots } from "./AskDots";
import { PressureWedge } from "./PressureWedge";
import { SidesBoard } from "./SidesBoard";
import { centreX, levelX } from "./sidesGeometry";
import { wedgeBars } from "./wedgeGeometry";

const SCALE = { width: 600, gap: 80, centre: 54 };

describe("geometry", () => {
  it("the wedge climbs without a step from bar to bar", () => {
    const bars = wedgeBars(10, 360, 200);
    for (let n = 1; n < bars.length; n += 1) {
      expect(bars[n]?.leftHeight).toBeCloseTo(bars[n - 1]?.rightHeight as number);
      expect(bars[n]?.rightHeight).toBeGreaterThan(bars[n]?.leftHeight as number);
    }
    expect(bars.at(-1)?.rightHeight).toBeCloseTo(200);
  });

  it("an even horse gives an even picture, and heavier is further out", () => {
    for (const level of [1, 2.5, 10]) {
      expect(levelX(SCALE, "left", level) + levelX(SCALE, "right", level)).toBeCloseTo(600);
    }
    expect(levelX(SCALE, "left", 8)).toBeLessThan(levelX(SCALE, "left", 2));
    expect(levelX(SCALE, "right", 8)).toBeGreaterThan(levelX(SCALE, "right", 2));
  });

  it("nothing leaves the scale", () => {
    expect(levelX(SCALE, "right", 12)).toBe(levelX(SCALE, "right", 10));
    expect(levelX(SCALE, "right", -1)).toBe(levelX(SCALE, "right", 1));
    expect(centreX(SCALE, 99)).toBeLessThan(300 + SCALE.gap);
  });
});

describe("the wedge", () => {
  it("every bar is a named button that says which it was", async () => {
    const chosen = vi.fn();
    const choices = [1, 2, 3].map((n) => ({ label: `${n}`, name: `level ${n}`, in_band: n < 3 }));
    render(
      <PressureWedge
        choices={choices}
        bandLabel="light"
        onChoose={chosen}
        legend="It answered at"
        hint=""
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "level 2" }));
    expect(chosen).toHaveBeenCalledWith(1);
    expect(screen.getByRole("group", { name: /It answered at/ })).toBeInTheDocument();
  });
});

describe("drawings in words", () => {
  it("dots tell each ask", () => {
    const dots = [{ id: "a", level: 6, mark: "heavy" as const, name: "6 heavy" }];
    render(<AskDots dots={dots} band={[1, 3]} label="Asks" />);
    expect(screen.getByRole("img", { name: "Asks: 6 heavy" })).toBeInTheDocument();
  });

  it("a break stands between the answers", () => {
    const dots = [false, true].map((afterBreak, n) => ({
      id: String(n),
      level: 3,
      mark: "accepted" as const,
      name: "",
      afterBreak,
    }));
    const { container } = render(<AskDots dots={dots} band={[1, 3]} label="Asks" />);
    expect(container.querySelectorAll("svg > g line")).toHaveLength(1);
    expect(container.querySelector("svg > g:last-of-type line")).not.toBeNull();
  });

  it("every mark has a shape of its own, so that colour alone says nothing", () => {
    const marks = ["accepted", "in-band", "heavy", "none", "apart"] as const;
    const dots = marks.map((mark) => ({ id: mark, level: 3, mark, name: mark }));
    const { container } = render(<AskDots dots={dots} band={[1, 3]} label="Asks" />);
    const shapes = [...container.querySelectorAll("svg > g")].map((group) =>
      [...group.children].map((one) => `${one.tagName}.${one.getAttribute("class")}`).join(" "),
    );
    expect(shapes).toHaveLength(marks.length);
    expect(new Set(shapes).size).toBe(marks.length);
  });

  it("the board tells each cue and side", () => {
    const row = {
      step: "up-wt.2",
      name: "Walk to trot",
      left: estimate("left", 2),
      right: estimate("right", 4.26),
      both: null,
      words: "left 2.0, 1.0 to 3.0, 12 asks on 4 days; right 4.3, 3.3 to 5.3",
    };
    render(
      <MemoryRouter>
        <SidesBoard horse="h" rows={[row as unknown as BoardRow]} />
      </MemoryRouter>,
    );
    const link = screen.getByRole("link", {
      name: /Walk to trot: left 2.0, 1.0 to 3.0, 12 asks on 4 days; right 4.3, 3.3 to 5.3/,
    });
    expect(link).toHaveAttribute("href", "/horses/h/sheet/up-wt.2");
  });
});

function estimate(side: "left" | "right", mean: number): TrackEstimate {
  return {
    side,
    mean,
    low: mean - 1,
    high: mean + 1,
    band: [1, 5],
    asks: 12,
    days: 4,
    mean_four_weeks_ago: null,
  } as unknown as TrackEstimate;
}
