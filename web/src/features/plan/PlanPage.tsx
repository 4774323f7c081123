import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { type PlanWishes, planQuery } from "../../shared/api/queries";
import type { PlanPage as Plan } from "../../shared/api/types";
import { readDraft, writeDraft } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { LeftOutList } from "./LeftOutList";
import styles from "./PlanPage.module.css";
import { PlanRope } from "./PlanRope";
import {
  arranged,
  emptyPlanDraft,
  type PlanAction,
  type PlanDraft,
  planDraftKey,
  planReducer,
} from "./planDraft";
import { wishesOf } from "./planWishes";

export default function PlanPage() {
  const { horse = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const plan = useQuery(planQuery(horse, wishesOf(search)));
  const change = (name: string, value: string) => {
    const next = new URLSearchParams(search);
    if (value === "") next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  return (
    <>
      <WishesForm search={search} onChange={change} usual={plan.data?.plan.minutes_wanted} />
      {plan.isPending ? <Loading /> : null}
      {plan.error && !plan.data ? (
        <ErrorView error={plan.error} onRetry={() => void plan.refetch()} />
      ) : null}
      {plan.data ? <PlanView horse={horse} page={plan.data} search={search} /> : null}
    </>
  );
}

function PlanView({ horse, page, search }: { horse: string; page: Plan; search: URLSearchParams }) {
  const { plan } = page;
  const [draft, act] = usePlanDraft(horse, plan.on);
  const items = arranged(plan.items, draft, plan.on);
  const dropped = plan.items.filter((item) => draft.dropped.includes(item.id));
  const minutes = items.reduce((sum, item) => sum + item.minutes, 0);
  const schooling = items.reduce((sum, item) => sum + (item.step ? item.minutes : 0), 0);
  return (
    <div className={styles.columns}>
      <section className={styles.plan}>
        <h1 className={styles.headline}>{plan.headline}</h1>
        <p className={styles.lead}>
          {page.lead} {text.plan.inAll(minutes, schooling)}.
        </p>
        {page.assessing ? (
          <p className={styles.lead}>
            {page.assessing} <Link to={`/horses/${horse}/arrival`}>{text.plan.whenItCame}</Link> ·{" "}
            <Link to="?assess=0">{text.plan.ordinary}</Link>
          </p>
        ) : null}
        {plan.nothing_new ? (
          <p className={styles.nothingNew}>
            <strong>{text.plan.nothingNew}</strong>: {plan.nothing_new}.
          </p>
        ) : null}
        {items.length === 0 ? (
          <Empty>{text.plan.empty}</Empty>
        ) : (
          <PlanRope horse={horse} items={items} act={act} />
        )}
        {dropped.length > 0 ? (
          <div className={styles.dropped}>
            <h2>{text.plan.dropped}</h2>
            {dropped.map((item) => (
              <p key={item.id}>
                {item.name}{" "}
                <Button size="small" onClick={() => act({ type: "put-back", id: item.id })}>
                  {text.plan.putBack}
                </Button>
              </p>
            ))}
          </div>
        ) : null}
      </section>
      <div className={styles.beside}>
        <div className={styles.toRing}>
          <Button
            component={Link}
            to={`/horses/${horse}/ring?${search}`}
            variant="contained"
            size="large"
            fullWidth
            disabled={items.length === 0}
          >
            {text.plan.toRing}
          </Button>
          <Button onClick={() => window.print()} className="no-print">
            {text.plan.print}
          </Button>
        </div>
        <LeftOutList left={plan.left_out} />
        <section className={styles.mind}>
          <h2>{text.plan.mind}</h2>
          <FlagLinks horse={page.facts.id ?? ""} flags={page.facts.open_flags} inFull />
          {plan.cautions.map((caution) => (
            <p key={caution}>{caution}</p>
          ))}
          <p className={styles.disclaimer}>{page.disclaimer}</p>
        </section>
      </div>
    </div>
  );
}

/** The trainer's changes for the day, kept on the device so that the ring follows them. */
function usePlanDraft(horse: string, on: string): [PlanDraft, (action: PlanAction) => void] {
  const [draft, setDraft] = useState<PlanDraft>(() => emptyPlanDraft(on));
  useEffect(() => {
    let current = true;
    void readDraft<PlanDraft>(planDraftKey(horse)).then((kept) => {
      if (current) setDraft(kept?.on === on ? kept : emptyPlanDraft(on));
    });
    return () => {
      current = false;
    };
  }, [horse, on]);
  const act = (action: PlanAction) => {
    const next = planReducer(draft, action);
    setDraft(next);
    void writeDraft(planDraftKey(horse), next);
  };
  return [draft, act];
}

interface WishesProps {
  search: URLSearchParams;
  onChange: (name: string, value: string) => void;
  usual: number | undefined;
}

function WishesForm({ search, onChange, usual }: WishesProps) {
  const number = (name: keyof PlanWishes, label: string, placeholder = "") => (
    <TextField
      label={label}
      type="number"
      size="small"
      className={styles.number ?? ""}
      defaultValue={search.get(name) ?? ""}
      placeholder={placeholder}
      slotProps={{ inputLabel: { shrink: true } }}
      onBlur={(event) => onChange(name, event.target.value)}
      onKeyDown={(event) => {
        if (event.key === "Enter") onChange(name, (event.target as HTMLInputElement).value);
      }}
    />
  );
  return (
    <div className={`${styles.wishes} no-print`}>
      {number("minutes", text.plan.minutes, usual === undefined ? "" : String(usual))}
      <FormControlLabel
        control={
          <Switch
            checked={search.get("helper") === "1"}
            onChange={(_, checked) => onChange("helper", checked ? "1" : "")}
          />
        }
        label={text.plan.helper}
      />
      {number("air_c", text.plan.air)}
      {number("humidity_pct", text.plan.humidity)}
      {number("wind_ms", text.plan.wind)}
    </div>
  );
}
