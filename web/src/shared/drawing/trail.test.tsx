import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { GoalForecast, TrackChart } from "../api/types";
import { ForecastFan } from "./ForecastFan";
import { StepTrail } from "./StepTrail";
import { datedDays, placeDays, runsOf, trailY } from "./trailGeometry";

const SCALE = { low: 0.5, high: 10.5, top: 10, bottom: 180 };

describe("where things stand in the trail", () => {
  it("days follow each other, each as wide as its asks", () => {
    const { places, end } = placeDays(
      [
        { asks: 3, daysOff: null },
        { asks: 1, daysOff: 1 },
        { asks: 2, daysOff: 2 },
      ],
      50,
    );
    for (let n = 1; n < places.length; n += 1) {
      expect(places[n]?.from).toBeGreaterThan(places[n - 1]?.to as number);
    }
    const widths = places.map((place) => place.to - place.from);
    expect(widths[0]).toBeCloseTo(3 * (widths[1] as number));
    expect(end).toBe(places.at(-1)?.to);
  });

  it("a week off breaks the band, a day off does not", () => {
    const { places } = placeDays(
      [null, 1, 8, 0].map((daysOff) => ({ asks: 1, daysOff })),
      0,
    );
    expect(places.map((place) => place.longGap)).toEqual([false, false, true, false]);
    expect(runsOf(places)).toEqual([
      { first: 0, last: 1 },
      { first: 2, last: 3 },
    ]);
    expect(runsOf([])).toEqual([]);
  });

  it("the last day is always dated, others where there is room", () => {
    const { places } = placeDays(
      Array.from({ length: 30 }, () => ({ asks: 1, daysOff: 1 })),
      0,
    );
    const dated = places.filter((_, n) => datedDays(places)[n]);
    expect(dated.at(-1)).toBe(places.at(-1));
    expect(dated.length).toBeGreaterThan(5);
    for (let n = 1; n < dated.length; n += 1) {
      expect((dated[n]?.from ?? 0) - (dated[n - 1]?.from ?? 0)).toBeGreaterThan(50);
    }
  });

  it("heavier is higher, and nothing leaves the scale", () => {
    expect(trailY(SCALE, 8)).toBeLessThan(trailY(SCALE, 2));
    expect(trailY(SCALE, 14)).toBe(trailY(SCALE, 10.5));
    expect(trailY(SCALE, -2)).toBe(trailY(SCALE, 0.5));
  });
});

describe("the trail", () => {
  const ask = { answered: true, correct: "yes", tension: "calm", coarse: null, over: false };
  const asks = [
    { ask: { ...ask, id: "a", level: 6 }, accepted: false, light: false },
    { ask: { ...ask, id: "b", level: 7, answered: false }, accepted: false, light: false },
    { ask: { ...ask, id: "c", level: 3 }, accepted: true, light: true },
  ];
  const chart = {
    estimate: { side: "left", mean: 3.2, band: [1, 5] },
    days: [
      { on: "2026-06-01", days_off: null, asks, mean: 4, low: 3, high: 5, conditions: ["insects"] },
      { on: "2026-06-12", days_off: 10, asks, mean: 3, low: 2, high: 4, conditions: [] },
    ],
    words: "left: level 3.2 (2.4 to 4.0)",
  } as unknown as TrackChart;

  it("says its figures, names the break and the conditions, and can be reached by keyboard", () => {
    const { container } = render(
      <StepTrail chart={chart} label="Through time, left" heaviest={8} />,
    );
    expect(screen.getByRole("img", { name: /level 3.2 \(2.4 to 4.0\)/ })).toBeInTheDocument();
    expect(screen.getByRole("region", { name: "Through time, left" })).toHaveAttribute(
      "tabindex",
      "0",
    );
    expect(container).toHaveTextContent("10 days");
    expect(container.querySelector("title")).toHaveTextContent("insects");
    expect(container).toHaveTextContent("12 Jun");
  });

  it("no answer is an arrow, not a dot", () => {
    const { container } = render(<StepTrail chart={chart} label="x" heaviest={8} />);
    expect(container.querySelectorAll("path[class*=censored]")).toHaveLength(2);
  });
});

describe("the fan", () => {
  const side = {
    side: "left",
    arrived_by: Array.from({ length: 40 }, (_, n) => (n + 1) / 50),
    within: { 5: 0.1, 10: 0.2, 20: 0.4, 40: 0.8 },
    if_within_40: { between: [4, 36], middle: 20, weeks: [1, 7, 12] },
    words: "left: chance to be there within 5: 0.10",
  } as unknown as GoalForecast["sides"][number];

  it("rises to the right and shows when, if at all", () => {
    const { container } = render(<ForecastFan legend="what the marks mean" forecast={side} />);
    expect(screen.getByRole("img", { name: /within 5: 0.10/ })).toBeInTheDocument();
    const heights = [...container.querySelectorAll("circle")].map((c) =>
      Number(c.getAttribute("cy")),
    );
    expect(heights[0]).toBeGreaterThan(heights[3] as number);
    expect(container.querySelectorAll("line[class*=span]")).toHaveLength(1);
  });

  it("claims no span where none can be given", () => {
    const { container } = render(
      <ForecastFan legend="what the marks mean" forecast={{ ...side, if_within_40: null }} />,
    );
    expect(container.querySelectorAll("line[class*=span]")).toHaveLength(0);
  });
});
