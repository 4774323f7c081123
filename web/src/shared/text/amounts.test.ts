import { afterEach, describe, expect, it } from "vitest";
import { asKept, shownAs, unitOf } from "./amounts";
import { clock, moment } from "./days";
import { setReader } from "./reader";

afterEach(() => setReader(undefined));

describe("amounts as somebody reads and types them", () => {
  it("are as they are kept for who reads metric ones", () => {
    expect([unitOf("rider_kg"), unitOf("air_c"), unitOf("wind_ms"), unitOf("minutes")]).toEqual([
      "kg",
      "°C",
      "m/s",
      "",
    ]);
    expect([shownAs("rider_kg", "63"), asKept("rider_kg", "63")]).toEqual(["63", "63"]);
  });

  it("are pounds, Fahrenheit and miles an hour for who reads those", () => {
    setReader({ units: "imperial", clock: "24" } as never);
    expect([unitOf("tack_kg"), unitOf("air_c"), unitOf("wind_ms")]).toEqual(["lb", "°F", "mph"]);
    // 63 kg are 138.9 lb; 20 °C are 68 °F; 10 mph are 4.4704 m/s: exact by definition, rounded as they are typed.
    expect(shownAs("rider_kg", "63")).toBe("138.9");
    expect(shownAs("air_c", "20")).toBe("68");
    expect(asKept("air_c", "68")).toBe("20");
    expect(asKept("wind_ms", "10")).toBe("4.47");
    expect(asKept("rider_kg", "150")).toBe("68.04");
    expect([
      asKept("rider_kg", "a lot"),
      asKept("rider_kg", ""),
      asKept("humidity_pct", "60"),
    ]).toEqual(["a lot", "", "60"]);
  });

  it("are times of twelve hours for who reads those", () => {
    expect([clock("08:30:00"), clock("14:05")]).toEqual(["8:30", "14:05"]);
    setReader({ units: "metric", clock: "12" } as never);
    expect(["00:05", "08:30:00", "12:00", "14:05"].map(clock)).toEqual([
      "12:05 am",
      "8:30 am",
      "12 pm",
      "2:05 pm",
    ]);
    expect(moment("2026-06-12T14:05:00")).toMatch(/^12 June at 2:05\s?pm$/);
  });
});
