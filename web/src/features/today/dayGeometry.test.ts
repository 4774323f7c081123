import { describe, expect, it } from "vitest";
import type { TodayPlan, TodayRow } from "../../shared/api/types";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import { dayLines } from "./dayGeometry";

const today = sample.today as unknown as TodayPlan;
const row = today.rows[0] as TodayRow;
const day = { ...today.day, starts: "08:00:00", ends: "16:00:00", helper: null };
const at = (starts: string, ends: string, name: string): TodayRow => ({
  ...row,
  facts: { ...row.facts, id: name, name },
  hours: { starts, ends },
});
const quiet: TodayPlan = { ...today, day, hot: [], now: null };

describe("the day's line", () => {
  it("puts a session where its hours are, in per cent of the day", () => {
    const { bars, hours } = dayLines({ ...quiet, rows: [at("10:00:00", "12:00:00", "Ash")] });
    expect(bars[0]).toMatchObject({ left: 25, width: 25, isWorked: false, lane: 0 });
    expect(hours.map((one) => one.label)).toEqual("8 9 10 11 12 13 14 15 16".split(" "));
    expect(hours.map((one) => one.at)).toEqual([0, 12.5, 25, 37.5, 50, 62.5, 75, 87.5, 100]);
  });

  it("lifts a name that would lie on the one before it", () => {
    const { bars, lanes } = dayLines({
      ...quiet,
      rows: [
        at("08:00:00", "08:12:00", "Thimble"),
        at("08:30:00", "08:42:00", "Buttercup"),
        at("11:00:00", "11:30:00", "Ash"),
      ],
    });
    expect(bars.map((bar) => bar.lane)).toEqual([0, 1, 0]);
    expect(lanes).toBe(2);
  });

  it("shows what was worked, also outside the hours that were set", () => {
    const worked = { ...row, works: false, worked: [{ starts: "06:30:00", ends: "07:00:00" }] };
    const { bars, hours } = dayLines({ ...quiet, rows: [worked] });
    expect(bars).toHaveLength(1);
    expect(bars[0]).toMatchObject({ left: 5, width: 5, isWorked: true });
    expect(hours[0]?.label).toBe("6");
  });

  it("marks now only within the hours", () => {
    const now = (time: string) => dayLines({ ...quiet, rows: [row], now: time }).now;
    expect(now("12:00:00")).toBe(50);
    expect(now("07:59:00")).toBeNull();
    expect(now("16:01:00")).toBeNull();
  });

  it("has the helper's hours and the heat beneath", () => {
    const helper = { starts: "10:00:00", ends: "12:00:00" };
    const hot = [{ starts: "14:00:00", ends: "16:00:00", verdict: "care" as const, words: "warm" }];
    const found = dayLines({ ...quiet, rows: [row], day: { ...day, helper }, hot });
    expect(found.helper).toEqual({ left: 25, width: 25 });
    expect(found.hot).toEqual([{ left: 75, width: 25, verdict: "care", words: "warm" }]);
  });
});
