// Where things stand along the day's hours. Everything in per cent of its width.
import type { Hours, TodayPlan } from "../../shared/api/types";
import { minuteOf } from "../../shared/text/days";

export interface Strip {
  left: number;
  width: number;
}

export interface DayBar extends Strip {
  horse: string;
  name: string;
  isWorked: boolean;
  /** Names that would lie on each other stand one above the other. */
  lane: number;
}

export interface DayLines {
  hours: { at: number; label: string }[];
  bars: DayBar[];
  lanes: number;
  helper: Strip | null;
  hot: (Strip & { verdict: string; words: string })[];
  now: number | null;
}

/** So many minutes of a usual day's line a letter of a name is wide, at the type it is set in. */
const LETTER_SHARE = 0.95;
const LEAST_HOURS = 4;

export function dayLines(today: TodayPlan): DayLines {
  const [first, last] = spanOf(today);
  const at = (minute: number) => (100 * (minute - first)) / (last - first);
  const strip = ({ starts, ends }: Hours): Strip => ({
    left: at(minuteOf(starts)),
    width: at(minuteOf(ends)) - at(minuteOf(starts)),
  });
  const bars = withLanes(
    today.rows.flatMap((row) => {
      const worked = row.worked.map((hours) => ({ hours, isWorked: true }));
      const ahead = row.works && row.hours ? [{ hours: row.hours, isWorked: false }] : [];
      return [...worked, ...ahead].map(({ hours, isWorked }) => ({
        ...strip(hours),
        horse: row.facts.id ?? row.facts.name,
        name: row.facts.name,
        isWorked,
        lane: 0,
      }));
    }),
  );
  const now = today.now === null ? null : at(minuteOf(today.now));
  return {
    hours: Array.from({ length: (last - first) / 60 + 1 }, (_, hour) => ({
      at: at(first + 60 * hour),
      label: `${first / 60 + hour}`,
    })),
    bars,
    lanes: Math.max(1, ...bars.map((bar) => bar.lane + 1)),
    helper: today.day.helper ? strip(today.day.helper) : null,
    hot: today.hot.map((hours) => ({
      ...strip(hours),
      verdict: hours.verdict,
      words: hours.words,
    })),
    now: now !== null && now >= 0 && now <= 100 ? now : null,
  };
}

/** Whole hours round everything that is shown. */
function spanOf({ day, rows }: TodayPlan): [number, number] {
  const spans = [day, ...(day.helper ? [day.helper] : []), ...rows.flatMap((row) => row.worked)];
  const first = Math.floor(Math.min(...spans.map((one) => minuteOf(one.starts))) / 60) * 60;
  const last = Math.ceil(Math.max(...spans.map((one) => minuteOf(one.ends))) / 60) * 60;
  return [first, Math.min(Math.max(last, first + LEAST_HOURS * 60), 24 * 60)];
}

function withLanes(bars: DayBar[]): DayBar[] {
  const ends: number[] = [];
  return [...bars]
    .sort((one, other) => one.left - other.left)
    .map((bar) => {
      const free = ends.findIndex((end) => end <= bar.left);
      const lane = free === -1 ? ends.length : free;
      ends[lane] = bar.left + Math.max(bar.width, bar.name.length * LETTER_SHARE) + 1;
      return { ...bar, lane };
    });
}
