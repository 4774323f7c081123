// One step: where it stands on each side, how it came there, which asks moved it, how soon.
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { stepQuery } from "../../shared/api/queries";
import type { StepChart } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { SideTrack } from "./SideTrack";
import { StepForecast } from "./StepForecast";
import styles from "./StepPage.module.css";

export default function StepPage() {
  const { horse = "", step = "" } = useParams();
  const chart = useQuery(stepQuery(horse, step));
  if (chart.isPending) return <Loading />;
  if (!chart.data) return <ErrorView error={chart.error} onRetry={() => void chart.refetch()} />;
  return <StepView horse={horse} chart={chart.data} />;
}

function StepView({ horse, chart }: { horse: string; chart: StepChart }) {
  const { standing } = chart;
  return (
    <article className={styles.page}>
      <p>
        <Link to={`/horses/${horse}/sheet`} className={styles.back}>
          ← {text.places.sheet}
        </Link>
      </p>
      <h1>{standing.name}</h1>
      <p className={styles.state}>
        <strong>{standing.state}</strong>: {standing.why}
      </p>
      <div className={styles.columns}>
        <div className={styles.sides}>
          {chart.sides.length === 0 ? <p className={styles.soft}>{text.step.notAsked}</p> : null}
          {chart.sides.map((side) => (
            <SideTrack
              exact={chart.exact_columns}
              key={side.estimate.side}
              chart={side}
              heaviest={heaviestOf(chart)}
            />
          ))}
          {chart.sides.length > 0 ? <p className={styles.soft}>{chart.legend}</p> : null}
        </div>
        <div className={styles.beside}>
          {chart.sides.length > 1 || chart.gap ? (
            <section>
              <h2>{text.step.gap}</h2>
              <p>{chart.gap_words}</p>
            </section>
          ) : null}
          <StepForecast horse={horse} step={standing.step} />
          <p className={styles.soft}>{chart.limits}</p>
        </div>
      </div>
    </article>
  );
}

/** The highest level that has to be seen on either side: asked, believed or still light. */
function heaviestOf(chart: StepChart): number {
  const levels = chart.sides.flatMap((side) => [
    side.estimate.band[1] + 1,
    ...side.days.flatMap((day) => [day.high, ...day.asks.map((one) => one.ask.level ?? 1)]),
  ]);
  return Math.min(Math.ceil(Math.max(...levels)), 10);
}
