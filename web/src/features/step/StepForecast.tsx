import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { forecastQuery } from "../../shared/api/queries";
import { ForecastFan } from "../../shared/drawing/ForecastFan";
import { text } from "../../shared/text/en";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./StepPage.module.css";

const RHYTHMS = [1, 2, 3, 4, 5, 6, 7];
const USUAL = "usual";

/** How soon it will be there, in the horse's own rhythm or in another. */
export function StepForecast({ horse, step }: { horse: string; step: string }) {
  const [perWeek, setPerWeek] = useState<string>(USUAL);
  const wanted = perWeek === USUAL ? undefined : Number(perWeek);
  const forecast = useQuery({
    ...forecastQuery(horse, step, wanted),
    placeholderData: keepPreviousData,
  });
  if (forecast.isPending) return <Loading />;
  if (!forecast.data)
    return <ErrorView error={forecast.error} onRetry={() => void forecast.refetch()} />;
  const found = forecast.data;
  return (
    <section className={styles.forecast}>
      <h2>{text.step.howSoon}</h2>
      <Rhythm perWeek={perWeek} usual={found.per_week} onChoose={setPerWeek} />
      {found.sides.length > 1 || found.still_to_come.length > 0 ? <p>{found.words}</p> : null}
      {found.sides.map((side) => (
        <div key={side.side}>
          {side.arrived_by.length > 0 ? (
            <ForecastFan legend={found.legend} forecast={side} />
          ) : null}
          <p className={styles.soft}>{side.words}</p>
        </div>
      ))}
      {found.cautions.map((caution) => (
        <p key={caution} className={styles.caution}>
          {caution}
        </p>
      ))}
    </section>
  );
}

interface RhythmProps {
  perWeek: string;
  /** Rides a week in its usual rhythm, or in the one that is chosen. */
  usual: number;
  onChoose: (perWeek: string) => void;
}

function Rhythm({ perWeek, usual, onChoose }: RhythmProps) {
  return (
    <TextField
      select
      size="small"
      label={text.step.rhythm}
      value={perWeek}
      onChange={(event) => onChoose(event.target.value)}
    >
      <MenuItem value={USUAL}>{text.step.usual(perWeek === USUAL ? usual : null)}</MenuItem>
      {RHYTHMS.map((rides) => (
        <MenuItem key={rides} value={String(rides)}>
          {text.step.aWeek(rides)}
        </MenuItem>
      ))}
    </TextField>
  );
}
