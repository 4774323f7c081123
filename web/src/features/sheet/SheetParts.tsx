// Everything else that is known, group by group: what it comes to in words, a chart, the sessions behind it.
import { Fragment } from "react";
import { Link } from "react-router";
import type { HistoryWish, SheetPart } from "../../shared/api/types";
import { ChartView } from "../../shared/chart/ChartView";
import { chart as words } from "../../shared/text/en.sheet";
import styles from "./SheetPage.module.css";
import type { SheetProps } from "./sheetProps";

export function SheetParts({ horse, sheet }: SheetProps) {
  const groups = new Map<string, SheetPart[]>();
  for (const part of sheet.parts) groups.set(part.group, [...(groups.get(part.group) ?? []), part]);
  const isTimed = sheet.parts.some((part) => part.code === "settling");
  return (
    <>
      {isTimed || sheet.board.length === 0 ? null : (
        <p className={styles.notTimed}>{sheet.not_timed}</p>
      )}
      {[...groups].map(([name, parts]) => (
        <section key={name} className={styles.group} aria-label={name}>
          <h2>{name}</h2>
          <div className={styles.parts}>
            {parts.map((part) => (
              <Part key={part.title} horse={horse} part={part} />
            ))}
          </div>
        </section>
      ))}
    </>
  );
}

function Part({ horse, part }: { horse: string; part: SheetPart }) {
  return (
    <section className={styles.part} data-part={part.code}>
      <h3>{part.title}</h3>
      {part.words.map((one) => (
        <p key={one}>{one}</p>
      ))}
      {part.charts.map((chart, n) => (
        <Fragment key={chart.code}>
          {n > 0 ? <h4>{chart.title}</h4> : null}
          {n > 0 && !part.words.includes(chart.words) ? <p>{chart.words}</p> : null}
          <ChartView chart={chart} horse={horse}>
            {n === part.charts.length - 1 ? <Behind horse={horse} part={part} /> : null}
          </ChartView>
        </Fragment>
      ))}
    </section>
  );
}

/** The sessions that it rests on. */
function Behind({ horse, part }: { horse: string; part: SheetPart }) {
  return (
    <Link
      to={`/horses/${horse}/history?${asSearch(part.behind)}`}
      aria-label={`${words.behind}: ${part.title}`}
    >
      {words.behind}
    </Link>
  );
}

/** What is not said is not in the address. */
function asSearch(wish: HistoryWish): string {
  const said = Object.entries(wish).filter(([, value]) => value);
  return new URLSearchParams(said.map(([key, value]) => [key, String(value)])).toString();
}
