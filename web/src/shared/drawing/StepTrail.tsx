// A step on one side through time: every ask as a dot (an arrow where no answer came), what was
// believed after each day as a band, what counts as light shaded, long breaks as gaps.
import type { TrackChart } from "../api/types";
import { text } from "../text/en";
import { ScrollBox } from "../ui/ScrollBox";
import styles from "./StepTrail.module.css";
import {
  ASK_WIDTH,
  type DayPlace,
  placeDays,
  runsOf,
  type TrailScale,
  trailY,
} from "./trailGeometry";

const LEFT = 44;
const HEIGHT = 232;
const LEVELS: TrailScale = { low: 0.5, high: 10.5, top: 10, bottom: 180 };
const SHARES: TrailScale = { low: -0.08, high: 1.08, top: 10, bottom: 180 };
const MARKS = 196;
const DATES = 222;
const LEAST_WIDTH = 560;

type Day = TrackChart["days"][number];
type ChartAsk = Day["asks"][number];

export function StepTrail({ chart, label }: { chart: TrackChart; label: string }) {
  const { places, end } = placeDays(
    chart.days.map((day) => ({ asks: day.asks.length, daysOff: day.days_off })),
    LEFT + 8,
  );
  const width = Math.max(end + 14, LEAST_WIDTH);
  // The newest is what one looks for; the rest lies to the left.
  const byLevel = chart.estimate.mean !== null;
  const scale = byLevel ? LEVELS : SHARES;
  const y = (value: number) => trailY(scale, value);
  const [bandLow, bandHigh] = chart.estimate.band;
  return (
    <ScrollBox label={label} className={styles.trail} side={chart.estimate.side} endAt={width}>
      <svg
        width={width}
        height={HEIGHT}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label={`${label}: ${chart.words}`}
      >
        <defs>
          <pattern
            id="trail-hatch"
            width="4"
            height="4"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" y1="0" x2="0" y2="4" className={styles.hatch} />
          </pattern>
        </defs>
        {byLevel ? (
          <rect
            x={LEFT}
            width={width - LEFT}
            y={y(bandHigh + 0.5)}
            height={y(bandLow - 0.5) - y(bandHigh + 0.5)}
            className={styles.band}
          />
        ) : null}
        {(byLevel ? [1, bandHigh, 10] : [0, 0.5, 1]).map((tick) => (
          <text key={tick} x={LEFT - 8} y={y(tick) + 5} className={styles.tick}>
            {byLevel ? tick : `${tick * 100} %`}
          </text>
        ))}
        {runsOf(places).map(({ first, last }) => (
          <Believed
            key={first}
            days={chart.days.slice(first, last + 1)}
            places={places.slice(first, last + 1)}
            y={y}
          />
        ))}
        {places.map((place, n) => (
          <DayMarks
            key={chart.days[n]?.on}
            day={chart.days[n] as Day}
            place={place}
            y={y}
            dated={isDated(chart.days, n)}
          />
        ))}
      </svg>
    </ScrollBox>
  );
}

/** The estimate over a run of days: its 80 % band and the mean. */
function Believed({
  days,
  places,
  y,
}: {
  days: Day[];
  places: DayPlace[];
  y: (value: number) => number;
}) {
  const points = days.flatMap((day, n) => {
    const place = places[n];
    return place ? [[place.from, day] as const, [place.to, day] as const] : [];
  });
  const upper = points.map(([x, day]) => `${x} ${y(day.high)}`);
  const lower = points.map(([x, day]) => `${x} ${y(day.low)}`).reverse();
  return (
    <g>
      <path d={`M${[...upper, ...lower].join("L")}Z`} className={styles.doubt} />
      <path
        d={`M${points.map(([x, day]) => `${x} ${y(day.mean)}`).join("L")}`}
        className={styles.mean}
      />
    </g>
  );
}

function DayMarks({
  day,
  place,
  y,
  dated,
}: {
  day: Day;
  place: DayPlace;
  y: (value: number) => number;
  dated: boolean;
}) {
  return (
    <g>
      {place.longGap ? (
        <text x={(place.gapFrom + place.from) / 2} y={MARKS + 4} className={styles.gap}>
          {text.step.daysOff(day.days_off ?? 0)}
        </text>
      ) : null}
      {day.asks.map((one, n) => (
        <AskMark key={one.ask.id ?? n} one={one} x={place.from + (n + 0.5) * ASK_WIDTH} y={y} />
      ))}
      {day.conditions.map((condition, n) => (
        <ConditionMark
          key={condition}
          name={condition}
          x={place.middle + (n - (day.conditions.length - 1) / 2) * 13}
        />
      ))}
      {dated ? (
        <text x={place.from} y={DATES} className={styles.date}>
          {shortDay(day.on)}
        </text>
      ) : null}
    </g>
  );
}

function AskMark({ one, x, y }: { one: ChartAsk; x: number; y: (value: number) => number }) {
  const { ask } = one;
  const hidden = ask.tension === "alarmed" ? styles.apart : "";
  if (ask.level == null) {
    const cy = y(one.light ? 1 : 0);
    return (
      <circle
        cx={x}
        cy={cy}
        r={5.5}
        className={`${one.light ? styles.light : styles.heavy} ${hidden}`}
      />
    );
  }
  const cy = y(ask.level);
  if (ask.coarse) {
    // Only known to be inside or above the band: a bar over all that it may have been.
    const top = ask.band_top ?? ask.level;
    const [from, to] = ask.coarse === "light" ? [top, 1] : [10, top + 1];
    return (
      <rect
        x={x - 3}
        width={6}
        rx={3}
        y={y(from)}
        height={Math.max(y(to) - y(from), 6)}
        className={one.light ? styles.light : styles.heavy}
      />
    );
  }
  if (!ask.answered)
    return <path d={`M${x} ${cy + 4} V${cy - 12} m-5 6 l5 -7 l5 7`} className={styles.censored} />;
  return (
    <g className={hidden}>
      <circle cx={x} cy={cy} r={5.5} className={one.light ? styles.light : styles.heavy} />
      {one.light ? null : <circle cx={x} cy={cy} r={5.5} fill="url(#trail-hatch)" />}
    </g>
  );
}

/** Small shapes, each its own, named in the legend under the picture. */
export function ConditionMark({ name, x, y = MARKS }: { name: string; x: number; y?: number }) {
  const shapes: Record<string, string> = {
    heat: `M${x - 4} ${y + 4} h8 l-4 -8 Z`,
    "strong wind": `M${x - 5} ${y - 2} q2.5 -3 5 0 t5 0 M${x - 5} ${y + 3} q2.5 -3 5 0 t5 0`,
    insects: `M${x - 4} ${y} h0.1 M${x} ${y - 4} h0.1 M${x + 4} ${y} h0.1 M${x} ${y + 4} h0.1`,
    "new place": `M${x - 4} ${y - 4} h8 v8 h-8 Z`,
  };
  return (
    <path d={shapes[name] ?? ""} className={styles.condition}>
      <title>{name}</title>
    </path>
  );
}

/** Dates are written where there is room: about every hundred pixels, and at the last day. */
function isDated(days: Day[], place: number): boolean {
  let room = Number.POSITIVE_INFINITY;
  for (let n = 0; n <= place; n += 1) {
    const day = days[n];
    if (!day) break;
    if (room > 64) {
      if (n === place) return true;
      room = 0;
    }
    room += Math.max(day.asks.length, 1) * ASK_WIDTH + 10;
  }
  return false;
}

export function shortDay(date: string): string {
  return new Date(`${date}T12:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });
}
