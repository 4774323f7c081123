// What the yard agrees on: schools, its own exercises, bands and scales, kit.
import { useQuery } from "@tanstack/react-query";
import { NavLink, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { meQuery, yardQuery } from "../../shared/api/queries";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { BandsAndScales } from "./BandsAndScales";
import { ExerciseTable } from "./ExerciseTable";
import { KitChoices } from "./KitChoices";
import { SchoolChoices } from "./SchoolChoices";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

const TABS = ["schools", "exercises", "scales", "kit"] as const;

export default function YardPage() {
  const yard = useQuery(yardQuery);
  const me = useQuery(meQuery);
  if (yard.isPending) return <Loading />;
  if (!yard.data) return <ErrorView error={yard.error} onRetry={() => void yard.refetch()} />;
  return <Yard yard={yard.data} canChange={me.data?.can_change ?? false} />;
}

function Yard({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const { tab = "" } = useParams();
  return (
    <article className={styles.page}>
      <h1>{text.yard.title}</h1>
      <nav className={styles.tabs} aria-label={text.yard.title}>
        {TABS.map((one) => (
          <NavLink key={one} to={`/yard/${one}`} className={styles.tab ?? ""}>
            {text.yard.tabs[one]}
          </NavLink>
        ))}
      </nav>
      {canChange ? null : <p className={styles.soft}>{text.yard.readOnly}</p>}
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
    case "kit":
      return <KitChoices yard={yard} canChange={canChange} />;
    default:
      return <Empty>{text.state.noPage}</Empty>;
  }
}

function Schools({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((school: Record<string, string>) =>
    api.put("/api/yard/school", { body: { school } }),
  );
  const chosen = save.isPending ? (save.variables ?? yard.school) : yard.school;
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
        onChoose={(key, code) => {
          const { [key]: _, ...others } = chosen;
          save.mutate(code === null ? others : { ...others, [key]: code });
        }}
      />
    </div>
  );
}
