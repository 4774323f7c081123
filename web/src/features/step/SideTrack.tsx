import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import type { TrackChart } from "../../shared/api/types";
import { SaveMenu } from "../../shared/chart/SaveMenu";
import { StepTrail } from "../../shared/drawing/StepTrail";
import { shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { chart as words } from "../../shared/text/en.sheet";
import styles from "./StepPage.module.css";
import { TrailTable } from "./TrailTable";

interface Props {
  chart: TrackChart;
  heaviest: number;
  /** The columns of the exact figures. */
  exact: string[];
}

/** One side: the picture (or the table), the figures with their doubt, and what moved them. */
export function SideTrack({ chart, heaviest, exact }: Props) {
  const [asTable, setAsTable] = useState(false);
  const { side } = chart.estimate;
  const box = useRef<HTMLDivElement>(null);
  const name = side === "none" ? text.step.asks : side;
  return (
    <section className={styles.side} data-side={side}>
      <div className={styles.head}>
        <h2 className={styles[side] ?? ""}>{name}</h2>
        <Button size="small" onClick={() => setAsTable(!asTable)}>
          {asTable ? words.picture : words.table}
          <span className="visually-hidden">: {name}</span>
        </Button>
        <SaveMenu
          name={`${chart.estimate.step}-${side}`}
          title={name}
          table={asRows(chart)}
          box={box}
        />
      </div>
      {asTable ? (
        <TrailTable chart={chart} exact={exact} />
      ) : (
        <div ref={box} className={styles.drawn}>
          <StepTrail chart={chart} label={text.step.trail(name)} heaviest={heaviest} />
        </div>
      )}
      <p className={styles.words}>{chart.words}</p>
      {chart.estimate.caution ? <p className={styles.soft}>{chart.estimate.caution}</p> : null}
      <p className={styles.soft}>{chart.share.words}</p>
      <details className={styles.why} open>
        <summary>{text.step.influences}</summary>
        {chart.influences.length === 0 ? <p className={styles.soft}>{chart.no_influence}</p> : null}
        <ul>
          {chart.influences.map((one) => (
            <li key={one.on + one.words}>
              <strong>{shortDay(one.on)}</strong> {one.words}
            </li>
          ))}
        </ul>
      </details>
      <Told chart={chart} />
    </section>
  );
}

/** Day by day, as it is in the table. */
const asRows = (chart: TrackChart) => ({
  columns: text.step.columns,
  rows: chart.days.map((day) => ({
    cells: [
      day.on,
      String(day.days_off ?? ""),
      day.asks.map((one) => one.written).join(" "),
      day.words,
      day.conditions.join(" "),
    ],
    session: null,
    step: null,
  })),
});

/** What else was said of an answer, the newest day first; nothing where nothing was. */
function Told({ chart }: { chart: TrackChart }) {
  const told = [...chart.days]
    .reverse()
    .flatMap((day) => day.asks.filter((one) => one.beside).map((one) => ({ on: day.on, ...one })));
  if (told.length === 0) return null;
  return (
    <details className={styles.why} open>
      <summary>{text.debrief.beside}</summary>
      <ul>
        {told.map((one, place) => (
          <li key={one.ask.id ?? place}>
            <strong>{shortDay(one.on)}</strong> {one.words}: {one.beside}
          </li>
        ))}
      </ul>
    </details>
  );
}
