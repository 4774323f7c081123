// What the yard agrees on: schools, its own exercises, bands and scales, kit.
import { useQuery } from "@tanstack/react-query";
import { NavLink, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { meQuery, yardQuery } from "../../shared/api/queries";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { ExchangeTab } from "../exchange/ExchangeTab";
import { GoneHorsesTab } from "../people/GoneHorsesTab";
import { PeopleTab } from "../people/PeopleTab";
import { TrailTab } from "../people/TrailTab";
import { BandsAndScales } from "./BandsAndScales";
import { ExerciseTable } from "./ExerciseTable";
import { KitChoices } from "./KitChoices";
import { SchoolChoices } from "./SchoolChoices";
import { changed, useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

const TABS = ["schools", "exercises", "scales", "kit", "exchange"] as const;
/** For trainers. */
const MANAGED = ["people", "gone", "trail"] as const;

export default function YardPage() {
  const yard = useQuery(yardQuery);
  const me = useQuery(meQuery);
  if (yard.isPending) return <Loading />;
  if (!yard.data) return <ErrorView error={yard.error} onRetry={() => void yard.refetch()} />;
  return <Yard yard={yard.data} canChange={me.data?.can_manage ?? false} />;
}

function Yard({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const { tab = "" } = useParams();
  const tabs = canChange ? [...TABS, ...MANAGED] : TABS;
  return (
    <article className={styles.page}>
      <h1>{text.yard.title}</h1>
      <nav className={styles.tabs} aria-label={text.yard.title}>
        {tabs.map((one) => (
          <NavLink key={one} to={`/yard/${one}`} className={styles.tab ?? ""}>
            {text.yard.tabs[one]}
          </NavLink>
        ))}
      </nav>
      {canChange || tab === "exchange" ? null : <p className={styles.soft}>{text.yard.readOnly}</p>}
      <Tab tab={tab} yard={yard} canChange={canChange} />
    </article>
  );
}

function Tab({ tab, yard, canChange }: { tab: string; yard: YardView; canChange: boolean }) {
  switch (tab) {
    case "schools":
      return <Schools yard={yard} canChange={canChange} />;
    case "exercises":
      return <ExerciseTable yard={yard} canChange={canChange} />;
    case "scales":
      return <BandsAndScales yard={yard} canChange={canChange} />;
    case "exchange":
      return <ExchangeTab canManage={canChange} />;
    case "kit":
      return <KitChoices yard={yard} canChange={canChange} />;
    default:
      return canChange ? <ManagedTab tab={tab} /> : <Empty>{text.state.noPage}</Empty>;
  }
}

function ManagedTab({ tab }: { tab: string }) {
  switch (tab) {
    case "people":
      return <PeopleTab />;
    case "gone":
      return <GoneHorsesTab />;
    case "trail":
      return <TrailTab />;
    default:
      return <Empty>{text.state.noPage}</Empty>;
  }
}

function Schools({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((school: Record<string, string | null>) =>
    api.put("/api/yard/school", { body: { school } }),
  );
  const chosen = save.isPending ? changed(yard.school, save.variables) : yard.school;
  return (
    <div className={styles.section}>
      <p className={styles.lead}>{text.yard.schoolsLead}</p>
      <p className={styles.soft}>{yard.agreed}</p>
      <p role="status" className={styles.soft}>
        {save.isPending ? text.state.loading : save.isSuccess ? text.yard.saved : ""}
      </p>
      <ProblemList error={save.error} lead={text.state.failed} />
      <SchoolChoices
        schools={yard.schools}
        chosen={chosen}
        disabled={!canChange}
        onChoose={(key, code) => save.mutate({ [key]: code })}
      />
    </div>
  );
}
