import Button from "@mui/material/Button";
import { useState } from "react";
import type { TrackChart } from "../../shared/api/types";
import { StepTrail } from "../../shared/drawing/StepTrail";
import { shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
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
  const name = side === "none" ? text.step.asks : side;
  return (
    <section className={styles.side} data-side={side}>
      <div className={styles.head}>
        <h2 className={styles[side] ?? ""}>{name}</h2>
        <Button size="small" onClick={() => setAsTable(!asTable)}>
          {asTable ? text.sheet.picture : text.sheet.table}
          <span className="visually-hidden">: {name}</span>
        </Button>
      </div>
      {asTable ? (
        <TrailTable chart={chart} exact={exact} />
      ) : (
        <StepTrail chart={chart} label={text.step.trail(name)} heaviest={heaviest} />
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
