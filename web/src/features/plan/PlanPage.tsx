import Button from "@mui/material/Button";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { meQuery, type PlanWishes, packQuery, planQuery } from "../../shared/api/queries";
import type { PlanPage as Plan, PlanItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { BodyLines } from "./BodyLines";
import { LeftOutList } from "./LeftOutList";
import styles from "./PlanPage.module.css";
import { PlanRope } from "./PlanRope";
import { PlanSheet } from "./PlanSheet";
import { arranged, changesOf, type PlanAction, type PlanDraft } from "./planDraft";
import { wishesOf } from "./planWishes";
import { StepPicker } from "./StepPicker";
import { usePlanDraft } from "./usePlanDraft";
import { WishesForm } from "./WishesForm";

export default function PlanPage() {
  const { horse = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const [draft, act] = usePlanDraft(horse);
  const changes = draft ? changesOf(draft) : undefined;
  const wishes = { ...wishesOf(search), ...(changes ? { changes } : {}) };
  const plan = useQuery({
    ...planQuery(horse, wishes),
    enabled: draft !== null,
    placeholderData: keepPreviousData,
  });
  const shown = useLastShown(horse, plan.data);
  const isItsOwn = changes !== undefined || search.size > 0;
  const packed = usePackOf(horse, wishes, isItsOwn && plan.isSuccess && !plan.isPlaceholderData);
  const change = (wished: Record<string, string>) => {
    const next = new URLSearchParams(search);
    for (const [name, value] of Object.entries(wished)) {
      if (value === "") next.delete(name);
      else next.set(name, value);
    }
    setSearch(next, { replace: true });
  };
  return (
    <>
      <WishesForm
        key={horse}
        search={search}
        onChange={change}
        usual={shown?.plan.minutes_wanted}
      />
      {plan.isPending ? <Loading /> : null}
      {plan.error ? <ErrorView error={plan.error} onRetry={() => void plan.refetch()} /> : null}
      {shown && draft ? (
        <PlanView
          horse={horse}
          page={shown}
          draft={draft}
          act={act}
          search={search}
          packed={packed}
        />
      ) : null}
    </>
  );
}

/** What was shown last of a horse: a change that cannot be worked out takes nothing away. */
function useLastShown(horse: string, page: Plan | undefined): Plan | undefined {
  const last = useRef<{ horse: string; page: Plan } | null>(null);
  if (page) last.current = { horse, page };
  return page ?? (last.current?.horse === horse ? last.current.page : undefined);
}

/** A plan that was changed, or asked for with other wishes, is packed at once, so that it can be taken where there
 * is no signal; what is said of that. */
function usePackOf(horse: string, wishes: PlanWishes, isThere: boolean): string {
  const pack = useQuery({ ...packQuery(horse, wishes), enabled: isThere, staleTime: 60_000 });
  if (!isThere) return "";
  return pack.data ? text.plan.packed : pack.isFetching ? text.plan.packing : "";
}

interface ViewProps {
  horse: string;
  page: Plan;
  draft: PlanDraft;
  act: (action: PlanAction) => void;
  search: URLSearchParams;
  /** Can it be taken where there is no signal? Empty: it was not changed. */
  packed: string;
}

function PlanView({ horse, page, draft, act, search, packed }: ViewProps) {
  const [picking, setPicking] = useState<PlanItem | "new" | null>(null);
  const items = arranged(page.plan.items, draft, draft.on);
  const planned = new Set(items.map((item) => item.step ?? ""));
  const title =
    picking && picking !== "new" ? text.plan.swapName(picking.name) : text.plan.addTitle;
  const choose = (step: string) => {
    if (picking === "new") act({ type: "add", step });
    else if (picking) act({ type: "swap", item: picking, step });
    setPicking(null);
  };
  return (
    <>
      <PlanSheet page={page} items={items} />
      <div className={`${styles.columns} no-print`}>
        <section className={styles.plan}>
          <Lead horse={horse} page={page} items={items} />
          {items.length === 0 ? (
            <Empty>{text.plan.empty}</Empty>
          ) : (
            <PlanRope horse={horse} page={page} items={items} act={act} onSwap={setPicking} />
          )}
          <AddButton onAdd={() => setPicking("new")} />
          <DroppedList draft={draft} act={act} />
          <RefusedList page={page} draft={draft} act={act} />
        </section>
        <Beside
          horse={horse}
          page={page}
          isEmpty={items.length === 0}
          search={search}
          packed={packed}
        />
        {picking ? (
          <StepPicker
            horse={horse}
            title={title}
            planned={planned}
            onChoose={choose}
            onClose={() => setPicking(null)}
          />
        ) : null}
      </div>
    </>
  );
}

function AddButton({ onAdd }: { onAdd: () => void }) {
  return (
    <div className={`${styles.adding} no-print`}>
      <Button variant="outlined" onClick={onAdd}>
        {text.plan.add}
      </Button>
    </div>
  );
}

interface LeadProps {
  horse: string;
  page: Plan;
  items: PlanItem[];
}

/** What the session is about, how long it takes, and why there is nothing new in it. */
function Lead({ horse, page, items }: LeadProps) {
  const { plan } = page;
  const minutes = items.reduce((sum, item) => sum + item.minutes, 0);
  const schooling = items.reduce((sum, item) => sum + (item.step ? item.minutes : 0), 0);
  return (
    <>
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
    </>
  );
}

function DroppedList({ draft, act }: { draft: PlanDraft; act: (action: PlanAction) => void }) {
  if (draft.without.length === 0) return null;
  return (
    <div className={styles.dropped}>
      <h2>{text.plan.dropped}</h2>
      {draft.without.map(({ step, name }) => (
        <p key={step}>
          {name}{" "}
          <Button size="small" onClick={() => act({ type: "put-back", step })}>
            {text.plan.putBack}
          </Button>
        </p>
      ))}
    </div>
  );
}

/** What is wanted and cannot be today, with the reason; it can be let go. */
function RefusedList({ page, draft, act }: Pick<ViewProps, "page" | "draft" | "act">) {
  // By what the plan shown was worked out for: while another is worked out, that is not yet the draft.
  const answered = new Set(page.changes.wanted.map((one) => one.step));
  const wanted = new Set(draft.wanted.map((one) => one.step).filter((one) => answered.has(one)));
  const refused = page.plan.left_out.filter((one) => one.step && wanted.has(one.step));
  if (refused.length === 0) return null;
  return (
    <div className={`${styles.dropped} no-print`} data-refused>
      <h2>{text.plan.refused}</h2>
      {refused.map(({ step, name, why }) => (
        <p key={step}>
          {name}: {why.text}{" "}
          <Button size="small" onClick={() => act({ type: "unlock", step: step ?? "" })}>
            {text.plan.letGo}
          </Button>
        </p>
      ))}
    </div>
  );
}

interface BesideProps {
  horse: string;
  page: Plan;
  isEmpty: boolean;
  search: URLSearchParams;
  packed: string;
}

/** To the ring; why not what one would think of; what to mind. */
function Beside({ horse, page, isEmpty, search, packed }: BesideProps) {
  const { plan } = page;
  const canLog = useQuery(meQuery).data?.can_log ?? false;
  return (
    <div className={styles.beside}>
      <div className={styles.toRing}>
        {canLog ? (
          <Button
            component={Link}
            to={`/horses/${horse}/ring?${search}`}
            variant="contained"
            size="large"
            fullWidth
          >
            {isEmpty ? taking.knots.justLog : text.plan.toRing}
          </Button>
        ) : null}
        {packed ? (
          <p role="status" className={styles.packed}>
            {packed}
          </p>
        ) : null}
        <Button onClick={() => window.print()} className="no-print">
          {text.plan.print}
        </Button>
      </div>
      <BodyLines lines={plan.body ?? []} />
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
  );
}
