// The horse: its facts, side beside side, how far the goals are, and a chart for all that was measured.
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { sheetQuery } from "../../shared/api/queries";
import { text } from "../../shared/text/en";
import { pictures, sheet as words } from "../../shared/text/en.sheet";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { May } from "../../shared/ui/May";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { SheetBoard } from "./SheetBoard";
import { SheetGoals } from "./SheetGoals";
import styles from "./SheetPage.module.css";
import { SheetParts } from "./SheetParts";
import { SinceItCame } from "./SinceItCame";
import type { SheetProps } from "./sheetProps";

export default function SheetPage() {
  const { horse = "" } = useParams();
  const sheet = useQuery(sheetQuery(horse));
  if (sheet.isPending) return <Loading />;
  if (!sheet.data) return <ErrorView error={sheet.error} onRetry={() => void sheet.refetch()} />;
  return <SheetView horse={horse} sheet={sheet.data} />;
}

function SheetView({ horse, sheet }: SheetProps) {
  return (
    <>
      <h1 className="visually-hidden">{sheet.facts.name}</h1>
      <dl className={styles.head}>
        {sheet.head.map((one) => (
          <div key={one.name}>
            <dt>{one.name}</dt>
            <dd>{one.words}</dd>
          </div>
        ))}
      </dl>
      <SheetLinks horse={horse} sheet={sheet} />
      <FlagLinks horse={horse} flags={sheet.facts.open_flags} inFull />
      <div className={styles.columns}>
        <SheetBoard horse={horse} sheet={sheet} />
        <div className={styles.beside}>
          <SheetGoals horse={horse} sheet={sheet} />
          <SinceItCame horse={horse} sheet={sheet} />
        </div>
      </div>
      <SheetParts horse={horse} sheet={sheet} />
    </>
  );
}

function SheetLinks({ horse, sheet: { facts } }: SheetProps) {
  return (
    <p className={styles.links}>
      <Link to={`/horses/${horse}/history`}>{words.history}</Link>
      <Link to={`/horses/${horse}/compare`}>{words.compare}</Link>
      <Link to={`/horses/${horse}/pictures`}>{pictures.title}</Link>
      <Link to={`/horses/${horse}/report`}>{words.report}</Link>
      <Link to={`/horses/${horse}/flags`}>
        {facts.open_flags.length === 0 ? words.noFlags : text.flags.title}
      </Link>
      <Link to={`/horses/${horse}/look`}>{text.look.title}</Link>
      <May to="change">
        <Link to={`/horses/${horse}/edit`}>{text.horse.edit}</Link>
      </May>
      <a href={`/api/horses/${horse}/record`} download={`${facts.name}.json`}>
        {words.record}
      </a>
    </p>
  );
}
