import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { meQuery, todayQuery } from "../../shared/api/queries";
import type { TodayPlan, TodayRow } from "../../shared/api/types";
import { clock, longDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { searchOf } from "../plan/planWishes";
import { DayForm, useSetDay } from "./DayForm";
import { DayLine } from "./DayLine";
import styles from "./TodayPage.module.css";
import { useOpenSessions } from "./useOpenSessions";
import { usePacks } from "./usePacks";
import { Visits } from "./VisitForm";

export default function TodayPage() {
  const today = useQuery(todayQuery);
  const me = useQuery(meQuery);
  const open = useOpenSessions();
  if (today.isPending) return <Loading />;
  if (!today.data) return <ErrorView error={today.error} onRetry={() => void today.refetch()} />;
  const { rows } = today.data;
  if (rows.length === 0) return <Empty>{text.today.empty}</Empty>;
  const canChange = me.data?.can_change ?? false;
  return (
    <>
      <Head today={today.data} canChange={canChange} />
      <DayLine today={today.data} />
      <ol className={styles.rows}>
        {rows.map((row) => (
          <Row key={row.facts.id} row={row} open={open.has(row.facts.id ?? "")} />
        ))}
      </ol>
      <p className={styles.foot}>{today.data.order}</p>
      {me.data?.can_log ? <Packs rows={rows} /> : null}
      {canChange || today.data.visits.length > 0 ? (
        <section className={styles.coming}>
          <h2>{text.today.visits}</h2>
          <Visits today={today.data} canChange={canChange} />
        </section>
      ) : null}
    </>
  );
}

/** The day in a line; a helper in one tap, hours and weather behind another. */
function Head({ today, canChange }: { today: TodayPlan; canChange: boolean }) {
  const [isSetting, setSetting] = useState(false);
  const set = useSetDay();
  const { helper, starts, ends } = today.day;
  const helperIs = (there: boolean) => set.mutate({ helper: there ? { starts, ends } : null });
  return (
    <>
      <header className={styles.head}>
        <div>
          <h1>{longDay(today.on)}</h1>
          <p className={styles.summary}>{today.words}</p>
        </div>
        {canChange ? (
          <div className={styles.setting}>
            <FormControlLabel
              control={
                <Switch
                  checked={helper !== null}
                  disabled={set.isPending}
                  onChange={(_, checked) => helperIs(checked)}
                />
              }
              label={text.today.helper}
            />
            <Button
              variant="outlined"
              aria-expanded={isSetting}
              onClick={() => setSetting(!isSetting)}
            >
              {text.today.day}
            </Button>
          </div>
        ) : null}
      </header>
      <ProblemList error={set.error} lead={text.today.notSaved} />
      {isSetting ? <DayForm day={today.day} onDone={() => setSetting(false)} /> : null}
    </>
  );
}

interface RowProps {
  row: TodayRow;
  open: boolean;
}

function Row({ row, open }: RowProps) {
  const { facts } = row;
  const search = searchOf(row.wishes);
  const runsElsewhere = row.running !== null && !open;
  return (
    <li className={row.works || open || runsElsewhere ? styles.row : styles.resting}>
      <When row={row} open={open} />
      <div className={styles.who}>
        <Link to={`/horses/${facts.id}/plan${search}`} className={styles.name}>
          {facts.name}
        </Link>
        <p className={styles.off}>{facts.days_off_words}</p>
        <FlagLinks horse={facts.id ?? ""} flags={facts.open_flags} />
      </div>
      <div className={styles.what}>
        {runsElsewhere ? <p className={styles.running}>{row.running}</p> : null}
        <What row={row} />
      </div>
      <div className={styles.actions}>
        <Button
          component={Link}
          to={`/horses/${facts.id}/plan${search}`}
          aria-label={text.today.planName(facts.name)}
        >
          {text.today.plan}
        </Button>
        <ToRing row={row} open={open} search={search} />
      </div>
    </li>
  );
}

function What({ row }: { row: TodayRow }) {
  return (
    <>
      <p className={styles.headline}>{row.headline}</p>
      <p className={styles.why} data-why>
        {row.why}
      </p>
      {row.body ? (
        <p className={styles.body} data-body={row.body.part}>
          {row.body.name}: {row.body.short}
        </p>
      ) : null}
      {row.when || row.wants_helper ? (
        <p className={styles.when}>{[row.when, row.wants_helper].filter(Boolean).join(" · ")}</p>
      ) : null}
    </>
  );
}

function ToRing({ row, open, search }: RowProps & { search: string }) {
  const { id, name } = row.facts;
  const canLog = useQuery(meQuery).data?.can_log ?? false;
  if (!canLog) return null;
  return (
    <Button
      component={Link}
      to={`/horses/${id}/ring${search}`}
      variant={row.works || open ? "contained" : "outlined"}
      aria-label={open ? text.today.resumeName(name) : text.today.startName(name)}
    >
      {open ? text.today.resume : text.today.start}
    </Button>
  );
}

/** The hour it works at and how long; else why it has none. */
function When({ row, open }: { row: TodayRow; open: boolean }) {
  if (row.running !== null || open) return <p className={styles.at}>{text.today.running}</p>;
  if (!row.works) {
    return <p className={styles.at}>{row.done ? text.today.done : text.today.rest}</p>;
  }
  return (
    <div>
      <p className={styles.at}>{row.hours ? clock(row.hours.starts) : text.today.noTime}</p>
      <p className={styles.off}>{text.today.minutes(row.minutes)}</p>
    </div>
  );
}

function Packs({ rows }: { rows: TodayRow[] }) {
  const working = rows.filter((row) => row.works);
  const ready = usePacks(working);
  if (working.length === 0) return null;
  return (
    <p className={styles.packs} role="status">
      {text.today.packs(ready, working.length)}
    </p>
  );
}
