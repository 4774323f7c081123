// Where things stand in the picture of a step through time: days from left to right, each as wide
// as its asks need, what was not seen in between as a gap.

export interface TrailDay {
  asks: number;
  /** Days without this step before it; null for the first. */
  daysOff: number | null;
}

export interface DayPlace {
  /** Left edge of the day's asks. */
  from: number;
  to: number;
  middle: number;
  /** A gap so long that it is drawn and named; it lies between `gapFrom` and `from`. */
  longGap: boolean;
  gapFrom: number;
}

export const ASK_WIDTH = 15;
const BETWEEN = 10;
const LONG_GAP = 46;
const LONG_GAP_DAYS = 7;

/** Places every day; the first begins at `start`. */
export function placeDays(days: TrailDay[], start: number): { places: DayPlace[]; end: number } {
  let x = start;
  const places = days.map((day) => {
    const longGap = day.daysOff !== null && day.daysOff >= LONG_GAP_DAYS;
    const gapFrom = x;
    x += day.daysOff === null ? 0 : longGap ? LONG_GAP : BETWEEN;
    const from = x;
    x += Math.max(day.asks, 1) * ASK_WIDTH;
    return { from, to: x, middle: (from + x) / 2, longGap, gapFrom };
  });
  return { places, end: x };
}

/** Runs of days between which nothing was missed for long: the estimate is one band in each. */
export function runsOf(places: DayPlace[]): { first: number; last: number }[] {
  const runs: { first: number; last: number }[] = [];
  places.forEach((place, n) => {
    const run = runs.at(-1);
    if (run === undefined || place.longGap) runs.push({ first: n, last: n });
    else run.last = n;
  });
  return runs;
}

export interface TrailScale {
  low: number;
  high: number;
  top: number;
  bottom: number;
}

/** Height of a value; what lies off the scale is kept on its edge. */
export function trailY(scale: TrailScale, value: number): number {
  const kept = Math.min(Math.max(value, scale.low), scale.high);
  return (
    scale.bottom - ((kept - scale.low) / (scale.high - scale.low)) * (scale.bottom - scale.top)
  );
}

const DATE_ROOM = 58;

/** Which days are dated: the last, and before it as many as there is room for. */
export function datedDays(places: DayPlace[]): boolean[] {
  const dated = places.map(() => false);
  let next = Number.POSITIVE_INFINITY;
  for (let n = places.length - 1; n >= 0; n -= 1) {
    const from = places[n]?.from ?? 0;
    if (next - from < DATE_ROOM) continue;
    dated[n] = true;
    next = from;
  }
  return dated;
}
