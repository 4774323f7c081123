import Button from "@mui/material/Button";
import { useState } from "react";
import type { TrackChart } from "../../shared/api/types";
import { StepTrail, shortDay } from "../../shared/drawing/StepTrail";
import { text } from "../../shared/text/en";
import styles from "./StepPage.module.css";
import { TrailTable } from "./TrailTable";

interface Props {
  chart: TrackChart;
  unit: string | null;
  heaviest: number;
}

/** One side: the picture (or the table), the figures with their doubt, and what moved them. */
export function SideTrack({ chart, unit, heaviest }: Props) {
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
        <TrailTable chart={chart} unit={unit} />
      ) : (
        <StepTrail chart={chart} label={text.step.trail(name)} heaviest={heaviest} />
      )}
      <p className={styles.words}>{chart.words}</p>
      <p className={styles.soft}>{text.step.share(chart.share)}</p>
      <details className={styles.why} open>
        <summary>{text.step.movers}</summary>
        {chart.movers.length === 0 ? <p className={styles.soft}>{text.step.noMovers}</p> : null}
        <ul>
          {chart.movers.map((mover) => (
            <li key={mover.on + mover.words}>
              <strong>{shortDay(mover.on)}</strong> {mover.words}
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
