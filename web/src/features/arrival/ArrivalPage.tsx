// A horse that has come: what it is tried on, where its answers place it, and then against now.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { arrivalQuery } from "../../shared/api/queries";
import type { Arrival, Baseline, PlacedStep } from "../../shared/api/types";
import { day, fullDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { Fold } from "../../shared/ui/Fold";
import { May } from "../../shared/ui/May";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./ArrivalPage.module.css";

export default function ArrivalPage() {
  const { horse = "" } = useParams();
  const arrival = useQuery(arrivalQuery(horse));
  if (arrival.isPending) return <Loading />;
  if (!arrival.data)
    return <ErrorView error={arrival.error} onRetry={() => void arrival.refetch()} />;
  return <ArrivalView horse={horse} arrival={arrival.data} />;
}

function ArrivalView({ horse, arrival }: { horse: string; arrival: Arrival }) {
  const { assessment, placement } = arrival;
  const somethingAsked =
    placement.has.length + placement.half.length + placement.not_yet.length > 0;
  return (
    <article className={styles.page}>
      <div className={styles.head}>
        <h1>{text.arrival.title}</h1>
        <May to="change">
          <Link to={`/horses/${horse}/edit`}>{text.horse.edit}</Link>
        </May>
      </div>
      <p className={styles.lead}>{assessment.words}</p>
      <p className={styles.soft}>
        {text.arrival.facts}: {assessment.facts.join(" · ")}
      </p>
      {somethingAsked ? <PlacementView horse={horse} arrival={arrival} /> : null}
      <BaselineView horse={horse} baseline={arrival.baseline ?? null} />
      <section className={styles.try}>
        <h2>{text.arrival.assessment}</h2>
        {arrival.due ? (
          <Button component={Link} to={`/horses/${horse}/plan`} variant="contained">
            {text.arrival.toPlan}
          </Button>
        ) : somethingAsked && arrival.all_tried ? (
          <p className={styles.soft}>{arrival.all_tried}</p>
        ) : null}
        <Sessions horse={horse} arrival={arrival} />
      </section>
    </article>
  );
}

interface ArrivalProps {
  horse: string;
  arrival: Arrival;
}

function Sessions({ horse, arrival }: ArrivalProps) {
  const { assessment } = arrival;
  const names = new Map(
    assessment.sessions.flatMap((one) => one.tries.map((each) => [each.step, each.name])),
  );
  const next = assessment.sessions.find((session) => session.tries.some((one) => !one.tried));
  return (
    <>
      <div className={styles.sessions}>
        {assessment.sessions.map((session) => (
          <Fold
            key={session.number}
            title={text.arrival.session(session.number, session.minutes)}
            open={session === next}
          >
            <ol className={styles.tries}>
              {session.tries.map((one) => (
                <Try key={one.step} horse={horse} one={one} names={names} />
              ))}
            </ol>
          </Fold>
        ))}
      </div>
      <NotTried arrival={arrival} />
    </>
  );
}

interface TryProps {
  horse: string;
  one: Arrival["assessment"]["sessions"][number]["tries"][number];
  names: Map<string, string>;
}

function Try({ horse, one, names }: TryProps) {
  const after = one.after.map(({ step }) => names.get(step) ?? step).join(", ");
  return (
    <li className={one.tried ? styles.tried : undefined}>
      <Link to={`/horses/${horse}/ladder/${one.step}`}>{one.name}</Link>
      {one.tried ? ` (${text.arrival.tried})` : ""}
      {one.helper ? ` · ${text.arrival.helper}` : ""}
      <span className={styles.small}>{one.because}</span>
      {after ? <span className={styles.small}>{text.arrival.after(after)}</span> : null}
    </li>
  );
}

function NotTried({ arrival }: { arrival: Arrival }) {
  const { not_tried } = arrival.assessment;
  if (not_tried.length === 0) return null;
  return (
    <details className={styles.notTried}>
      <summary>
        {text.arrival.notTried} ({not_tried.length})
      </summary>
      <ul>
        {not_tried.map((one) => (
          <li key={one.step}>
            <strong>{one.name}</strong>: {one.words}
          </li>
        ))}
      </ul>
    </details>
  );
}

function PlacementView({ horse, arrival }: { horse: string; arrival: Arrival }) {
  const { placement } = arrival;
  return (
    <section className={styles.placement}>
      <h2>{text.arrival.placement}</h2>
      <p className={styles.claim}>{placement.words}</p>
      <div className={styles.placed}>
        <Placed horse={horse} title={text.arrival.begin} steps={placement.begin} open />
        <Placed horse={horse} title={text.arrival.has} steps={placement.has} />
        <div>
          <Placed horse={horse} title={text.arrival.half} steps={placement.half} />
          {placement.not_yet.length > 0 ? (
            <Placed horse={horse} title={text.arrival.notYet} steps={placement.not_yet} />
          ) : null}
        </div>
      </div>
      <p className={styles.soft}>{arrival.limits}</p>
    </section>
  );
}

interface PlacedProps {
  horse: string;
  title: string;
  steps: PlacedStep[];
  open?: boolean;
}

function Placed({ horse, title, steps, open = false }: PlacedProps) {
  return (
    <Fold title={title} count={steps.length} open={open}>
      {steps.length === 0 ? <p className={styles.soft}>{text.arrival.none}</p> : null}
      <ul>
        {steps.map((one) => (
          <li key={one.step}>
            <Link to={`/horses/${horse}/ladder/${one.step}`}>{one.name}</Link>
            <span className={styles.small}>{one.why.text}</span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

function BaselineView({ horse, baseline }: { horse: string; baseline: Baseline | null }) {
  if (!baseline) return <p className={styles.soft}>{text.arrival.baselineEmpty}</p>;
  const days =
    baseline.first_on === baseline.last_on
      ? fullDay(baseline.first_on)
      : `${day(baseline.first_on)} – ${fullDay(baseline.last_on)}`;
  return (
    <Fold title={text.arrival.baseline} level={2} count={baseline.rows.length}>
      <p className={styles.days}>
        {days}: {baseline.words}
      </p>
      <ScrollBox label={text.arrival.baseline} className={styles.scroll}>
        <DataTable columns={text.arrival.columns}>
          {baseline.rows.map((row) => (
            <tr key={row.step + row.side}>
              <th scope="row">
                <Link to={`/horses/${horse}/ladder/${row.step}`}>{row.name}</Link>
              </th>
              <td>{row.side === "none" ? "" : row.side}</td>
              <td>{row.then}</td>
              <td>{row.now}</td>
              <td>{row.gained ? <strong>{row.so_that}</strong> : row.so_that}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </Fold>
  );
}
