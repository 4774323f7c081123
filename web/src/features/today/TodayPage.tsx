import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { todayQuery } from "../../shared/api/queries";
import type { TodayRow } from "../../shared/api/types";
import { longDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./TodayPage.module.css";
import { useOpenSessions } from "./useOpenSessions";
import { usePacks } from "./usePacks";

export default function TodayPage() {
  const [search, setSearch] = useSearchParams();
  const helper = search.get("helper") === "1";
  const today = useQuery(todayQuery(helper));
  const open = useOpenSessions();
  if (today.isPending) return <Loading />;
  if (!today.data) return <ErrorView error={today.error} onRetry={() => void today.refetch()} />;
  const { rows, on } = today.data;
  if (rows.length === 0) return <Empty>{text.today.empty}</Empty>;
  return (
    <>
      <header className={styles.head}>
        <div>
          <h1>{longDay(on)}</h1>
          <p className={styles.summary}>{today.data.words}</p>
        </div>
        <FormControlLabel
          control={
            <Switch
              checked={helper}
              onChange={(_, checked) =>
                setSearch(checked ? { helper: "1" } : {}, { replace: true })
              }
            />
          }
          label={text.today.helper}
        />
      </header>
      <ol className={styles.rows}>
        {rows.map((row) => (
          <Row key={row.facts.id} row={row} helper={helper} open={open.has(row.facts.id ?? "")} />
        ))}
      </ol>
      <p className={styles.foot}>{today.data.order}</p>
      <Packs rows={rows} helper={helper} />
    </>
  );
}

function Row({ row, helper, open }: { row: TodayRow; helper: boolean; open: boolean }) {
  const { facts } = row;
  const query = helper ? "?helper=1" : "";
  return (
    <li className={row.works || open ? styles.row : styles.resting}>
      <p className={styles.minutes}>
        {row.works ? text.today.minutes(row.minutes) : row.done ? text.today.done : text.today.rest}
      </p>
      <div className={styles.who}>
        <Link to={`/horses/${facts.id}/plan${query}`} className={styles.name}>
          {facts.name}
        </Link>
        <p className={styles.off}>{facts.days_off_words}</p>
        <FlagLinks horse={facts.id ?? ""} flags={facts.open_flags} />
      </div>
      <div className={styles.what}>
        <p className={styles.headline}>{row.headline}</p>
        <p className={styles.why} data-why>
          {row.why}
        </p>
        {row.wants_helper && !helper ? <p className={styles.helper}>{row.wants_helper}</p> : null}
      </div>
      <div className={styles.actions}>
        <Button
          component={Link}
          to={`/horses/${facts.id}/plan${query}`}
          aria-label={text.today.planName(facts.name)}
        >
          {text.today.plan}
        </Button>
        <Button
          component={Link}
          to={`/horses/${facts.id}/ring${query}`}
          variant={row.works || open ? "contained" : "outlined"}
          aria-label={open ? text.today.resumeName(facts.name) : text.today.startName(facts.name)}
        >
          {open ? text.today.resume : text.today.start}
        </Button>
      </div>
    </li>
  );
}

function Packs({ rows, helper }: { rows: TodayRow[]; helper: boolean }) {
  const ids = rows.filter((row) => row.works).map((row) => row.facts.id ?? "");
  const ready = usePacks(ids, helper);
  if (ids.length === 0) return null;
  return (
    <p className={styles.packs} role="status">
      {text.today.packs(ready, ids.length)}
    </p>
  );
}
