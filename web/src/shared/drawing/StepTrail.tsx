// A step on one side through time: every ask as a dot (an arrow where no answer came), what was
// believed after each day as a band, what counts as light shaded, long breaks as gaps.
import { useId } from "react";
import type { TrackChart } from "../api/types";
import { shortDay } from "../text/days";
import { text } from "../text/en";
import { ScrollBox } from "../ui/ScrollBox";
import { Hatch } from "./Hatch";
import styles from "./StepTrail.module.css";
import {
  ASK_WIDTH,
  type DayPlace,
  datedDays,
  placeDays,
  runsOf,
  type TrailScale,
  trailY,
} from "./trailGeometry";

const LEFT = 44;
const RIGHT = 44;
const TOP = 12;
const LEVEL_HEIGHT = 18;
const SHARES: TrailScale = { low: -0.12, high: 1.12, top: TOP, bottom: 112 };
/** Rows under the picture, from its lower edge: breaks, conditions, dates. */
const BREAKS = 16;
const MARKS = 32;
const DATES = 58;
const LEAST_WIDTH = 560;

type Day = TrackChart["days"][number];
type ChartAsk = Day["asks"][number];

interface Props {
  chart: TrackChart;
  label: string;
  /** The heaviest level that has to find room; the same on both sides, so that they compare. */
  heaviest: number;
}

export function StepTrail({ chart, label, heaviest }: Props) {
  const hatch = useId();
  const { places, end } = placeDays(
    chart.days.map((day) => ({ asks: day.asks.length, daysOff: day.days_off })),
    LEFT + 8,
  );
  const width = Math.max(end + 14 + RIGHT, LEAST_WIDTH);
  const dated = datedDays(places);
  const byLevel = chart.estimate.mean !== null;
  const scale = byLevel ? levelScale(heaviest) : SHARES;
  const height = scale.bottom + DATES + 6;
  const y = (value: number) => trailY(scale, value);
  const [bandLow, bandHigh] = chart.estimate.band;
  return (
    <ScrollBox label={label} className={styles.trail} side={chart.estimate.side} endAt={width}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`${label}: ${chart.words}`}
      >
        <Hatch id={hatch} apart={4} className={styles.hatch} />
        {byLevel ? (
          <rect
            x={LEFT}
            width={width - LEFT - RIGHT}
            y={y(bandHigh + 0.5)}
            height={y(bandLow - 0.5) - y(bandHigh + 0.5)}
            className={styles.band}
          />
        ) : null}
        {(byLevel ? levelTicks(bandHigh, heaviest) : [0, 0.5, 1]).map((tick) => (
          <g key={tick}>
            <text x={LEFT - 8} y={y(tick) + 5} className={styles.tick}>
              {byLevel ? tick : `${tick * 100} %`}
            </text>
            <text x={width - 4} y={y(tick) + 5} className={styles.tick}>
              {byLevel ? tick : `${tick * 100} %`}
            </text>
          </g>
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
            below={scale.bottom}
            hatch={hatch}
            dated={dated[n] ?? false}
          />
        ))}
      </svg>
    </ScrollBox>
  );
}

function levelScale(heaviest: number): TrailScale {
  return { low: 0.5, high: heaviest + 0.5, top: TOP, bottom: TOP + heaviest * LEVEL_HEIGHT };
}

function levelTicks(bandHigh: number, heaviest: number): number[] {
  return heaviest - bandHigh > 1 ? [1, bandHigh, heaviest] : [1, bandHigh];
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

interface DayProps {
  day: Day;
  place: DayPlace;
  y: (value: number) => number;
  below: number;
  hatch: string;
  dated: boolean;
}

function DayMarks({ day, place, y, below, hatch, dated }: DayProps) {
  return (
    <g>
      {place.longGap ? (
        <text x={(place.gapFrom + place.from) / 2} y={below + BREAKS} className={styles.gap}>
          {text.step.daysOff(day.days_off ?? 0)}
        </text>
      ) : null}
      {day.asks.map((one, n) => (
        <AskMark
          key={one.ask.id ?? n}
          one={one}
          x={place.from + (n + 0.5) * ASK_WIDTH}
          y={y}
          hatch={hatch}
        />
      ))}
      {day.conditions.map((condition, n) => (
        <ConditionMark
          key={condition}
          name={condition}
          y={below + MARKS}
          x={place.middle + (n - (day.conditions.length - 1) / 2) * 13}
        />
      ))}
      {dated ? (
        <text x={place.from} y={below + DATES} className={styles.date}>
          {shortDay(day.on)}
        </text>
      ) : null}
    </g>
  );
}

interface AskProps {
  one: ChartAsk;
  x: number;
  y: (value: number) => number;
  hatch: string;
}

function AskMark({ one, x, y, hatch }: AskProps) {
  const { ask, mark } = one;
  const light = mark === "accepted" || mark === "in-band";
  const look = `${styles[mark === "none" ? "heavy" : mark]}`;
  if (ask.level == null) {
    const cy = y(light ? 1 : 0);
    return <circle cx={x} cy={cy} r={5.5} className={look} />;
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
        className={look}
      />
    );
  }
  if (!ask.answered)
    return <path d={`M${x} ${cy + 4} V${cy - 12} m-5 6 l5 -7 l5 7`} className={styles.censored} />;
  return (
    <g>
      <circle cx={x} cy={cy} r={5.5} className={look} />
      {mark === "heavy" ? <circle cx={x} cy={cy} r={5.5} fill={`url(#${hatch})`} /> : null}
    </g>
  );
}

/** Small shapes, each its own, named in the legend under the picture. */
function ConditionMark({ name, x, y }: { name: string; x: number; y: number }) {
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
