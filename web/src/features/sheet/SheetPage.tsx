import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { sheetQuery } from "../../shared/api/queries";
import type { HorseSheet } from "../../shared/api/types";
import { ForecastFan } from "../../shared/drawing/ForecastFan";
import { SidesBoard } from "../../shared/drawing/SidesBoard";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { May } from "../../shared/ui/May";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { EstimateTable } from "./EstimateTable";
import { SettleChart } from "./SettleChart";
import styles from "./SheetPage.module.css";

export default function SheetPage() {
  const { horse = "" } = useParams();
  const sheet = useQuery(sheetQuery(horse));
  if (sheet.isPending) return <Loading />;
  if (!sheet.data) return <ErrorView error={sheet.error} onRetry={() => void sheet.refetch()} />;
  return <SheetView horse={horse} sheet={sheet.data} />;
}

interface SheetProps {
  horse: string;
  sheet: HorseSheet;
}

function SheetView({ horse, sheet }: SheetProps) {
  const { facts } = sheet;
  return (
    <>
      <h1 className="visually-hidden">{facts.name}</h1>
      <p className={styles.body}>
        {sheet.body} · {facts.sessions_words} · {facts.days_off_words}
      </p>
      <p className={styles.soft}>
        <May to="change">
          <Link to={`/horses/${horse}/edit`}>{text.horse.edit}</Link> ·{" "}
        </May>
        <Link to={`/horses/${horse}/flags`}>
          {facts.open_flags.length === 0 ? text.sheet.noFlags : text.flags.title}
        </Link>{" "}
        · <Link to={`/horses/${horse}/look`}>{text.look.title}</Link> ·{" "}
        <a href={`/api/horses/${horse}/record`} download={`${facts.name}.json`}>
          {text.sheet.record}
        </a>
      </p>
      <FlagLinks horse={horse} flags={facts.open_flags} inFull />
      <div className={styles.columns}>
        <Board horse={horse} sheet={sheet} />
        <div className={styles.beside}>
          <Settling sheet={sheet} />
          <Leads sheet={sheet} />
          <Goals horse={horse} sheet={sheet} />
          <Since horse={horse} sheet={sheet} />
        </div>
      </div>
    </>
  );
}

function Settling({ sheet }: { sheet: HorseSheet }) {
  return (
    <section>
      <h2>{text.sheet.settle}</h2>
      {sheet.settle.length === 0 ? (
        <p>{text.sheet.settleEmpty}</p>
      ) : (
        <>
          <SettleChart marks={sheet.settle} />
          <p className={styles.soft}>{sheet.settle_summary.words}</p>
        </>
      )}
    </section>
  );
}

/** As it was when it came, against now. */
function Since({ horse, sheet }: SheetProps) {
  return (
    <section>
      <h2>{text.sheet.since}</h2>
      {sheet.baseline ? <p>{sheet.baseline.words}.</p> : null}
      <p>
        <Link to={`/horses/${horse}/arrival`}>{text.plan.whenItCame}</Link>
      </p>
      {sheet.since.length === 0 ? <p>{text.sheet.sinceEmpty}</p> : null}
      <dl className={styles.since}>
        {sheet.since.map((line) => (
          <div key={line.name}>
            <dt>{line.name}</dt>
            <dd>
              {line.then} → {line.now}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** Side beside side, as a picture or in a table, with what it says and what it rests on. */
function Board({ horse, sheet }: SheetProps) {
  if (sheet.board.length === 0) return <Empty>{text.sheet.empty}</Empty>;
  return (
    <section className={styles.board}>
      <Sides horse={horse} sheet={sheet} />
      {sheet.sentences.map((sentence, place) => (
        <p key={sentence} className={place === 0 ? styles.claim : styles.soft}>
          {sentence}
        </p>
      ))}
      <p className={styles.soft}>{sheet.limits}</p>
      {sheet.shares.length > 0 ? (
        <details className={styles.shares}>
          <summary>{text.sheet.shares}</summary>
          <EstimateTable
            exact={sheet.exact_columns}
            horse={horse}
            estimates={sheet.shares}
            of={text.sheet.shares}
          />
        </details>
      ) : null}
    </section>
  );
}

function Sides({ horse, sheet }: SheetProps) {
  const [asTable, setAsTable] = useState(false);
  const estimates = sheet.board.flatMap((row) =>
    [row.left, row.right, row.both].flatMap((one) => (one ? [one] : [])),
  );
  return (
    <>
      <div className={styles.boardHead}>
        <h2>{text.sheet.sides}</h2>
        <Button size="small" onClick={() => setAsTable(!asTable)}>
          {asTable ? text.sheet.picture : text.sheet.table}
        </Button>
      </div>
      {asTable ? (
        <EstimateTable
          exact={sheet.exact_columns}
          horse={horse}
          estimates={estimates}
          of={text.sheet.sides}
        />
      ) : (
        <>
          <SidesBoard horse={horse} rows={sheet.board} />
          <p className={styles.soft}>{sheet.legend}</p>
        </>
      )}
    </>
  );
}

/** Canter leads per rein; nothing while no lead was noted. */
function Leads({ sheet }: { sheet: HorseSheet }) {
  if (!sheet.leads) return null;
  return (
    <section>
      <h2>{text.sheet.leads}</h2>
      <DataTable columns={text.sheet.leadColumns}>
        {sheet.leads.rows.map((row) => (
          <tr key={row.rein}>
            <th scope="row">{row.rein}</th>
            <td>{row.right}</td>
            <td>{row.wrong}</td>
            <td>{row.disunited}</td>
            <td>{row.long_run}</td>
          </tr>
        ))}
      </DataTable>
      <p className={styles.soft}>{sheet.leads.words}</p>
    </section>
  );
}

function Goals({ horse, sheet }: { horse: string; sheet: HorseSheet }) {
  return (
    <section>
      <h2>{text.sheet.goals}</h2>
      {sheet.goals.length === 0 ? <p>{text.sheet.goalsEmpty}</p> : null}
      {sheet.goals.map((goal) => (
        <div key={goal.step} className={styles.goal}>
          <h3>{goal.name}</h3>
          <progress value={goal.good} max={goal.steps} aria-label={goal.name} />
          <p className={styles.soft}>{goal.words}</p>
          {goal.next_names.length > 0 ? (
            <p className={styles.soft}>
              {text.sheet.goalNext}: {goal.next_names.join("; ")}
            </p>
          ) : null}
          {goal.forecast.sides.map((side) =>
            side.arrived_by.length > 0 ? (
              <ForecastFan legend={goal.forecast.legend} key={side.side} forecast={side} />
            ) : null,
          )}
          {goal.forecast.within ? <p className={styles.soft}>{goal.forecast.words}</p> : null}
          <Link to={`/horses/${horse}/sheet/${goal.step}`}>{text.sheet.goalWhy}</Link>
        </div>
      ))}
    </section>
  );
}
