import type { TrackChart } from "../../shared/api/types";
import { shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { Figures } from "../../shared/ui/Figures";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./StepPage.module.css";

/** The same as the picture, day by day, the newest first; the exact figures below. */
export function TrailTable({ chart, exact }: { chart: TrackChart; exact: string[] }) {
  const byLevel = chart.estimate.mean !== null;
  const shown = (value: number) =>
    byLevel ? Math.max(value, 1).toFixed(1) : `${Math.round(value * 100)} %`;
  const days = [...chart.days].reverse();
  return (
    <ScrollBox className={styles.scroll} label={text.step.table}>
      <DataTable columns={text.step.columns}>
        {days.map((day) => (
          <tr key={day.on}>
            <th scope="row">{shortDay(day.on)}</th>
            <td>{day.days_off ?? "–"}</td>
            <td>{day.asks.map((one) => one.written).join("  ")}</td>
            <td>{day.words}</td>
            <td>{day.conditions.join(", ") || "–"}</td>
          </tr>
        ))}
      </DataTable>
      <Figures of={text.step.table}>
        <DataTable columns={[text.step.columns[0] ?? "", ...exact]}>
          {days.map((day) => (
            <tr key={day.on}>
              <th scope="row">{shortDay(day.on)}</th>
              <td>{shown(day.mean)}</td>
              <td>
                {shown(day.low)}–{shown(day.high)}
              </td>
              <td>{day.p_first.toFixed(2)}</td>
            </tr>
          ))}
        </DataTable>
      </Figures>
    </ScrollBox>
  );
}
