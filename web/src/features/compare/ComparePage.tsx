// Two days, sides, riders, conditions or horses beside each other: what is different, how sure, on what it rests.
import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { type CompareWish, compareQuery } from "../../shared/api/queries";
import type { Comparison } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { compare as words } from "../../shared/text/en.sheet";
import { DataTable } from "../../shared/ui/DataTable";
import { Figures } from "../../shared/ui/Figures";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { CompareChoice } from "./CompareChoice";
import styles from "./ComparePage.module.css";
import { COMPARE_KEYS, type CompareKey } from "./compareKeys";

export default function ComparePage() {
  const { horse = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const said = COMPARE_KEYS.flatMap((key) =>
    search.get(key) ? [[key, search.get(key)] as const] : [],
  );
  const wish = Object.fromEntries(said) as CompareWish;
  const whole = isWhole(wish);
  const found = useQuery(compareQuery(horse, whole ? wish : {}));
  const change = (key: CompareKey, value: string) =>
    setSearch(
      (now) => {
        const next = key === "by" ? new URLSearchParams() : new URLSearchParams(now);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  return (
    <article className={styles.page}>
      <p>
        <Link to={`/horses/${horse}/sheet`}>← {text.places.sheet}</Link>
      </p>
      <h1>{words.title}</h1>
      <CompareChoice horse={horse} wish={wish} choices={found.data?.choices} change={change} />
      {found.isPending ? <Loading /> : null}
      {found.error ? <ErrorView error={found.error} onRetry={() => void found.refetch()} /> : null}
      {whole && found.data?.comparison && !found.error ? (
        <Compared horse={horse} found={found.data.comparison} />
      ) : (
        <p className={styles.soft}>{words.lead}</p>
      )}
    </article>
  );
}

/** Is everything said that it takes? */
function isWhole(wish: CompareWish): boolean {
  switch (wish.by) {
    case "dates":
      return Boolean(wish.first && wish.second);
    case "riders":
      return Boolean(wish.one && wish.other);
    case "condition":
      return Boolean(wish.one);
    case "horses":
      return Boolean(wish.horse);
    default:
      return wish.by === "sides";
  }
}

function Compared({ horse, found }: { horse: string; found: Comparison }) {
  return (
    <section>
      <h2>{found.title}</h2>
      <p className={styles.claim}>{found.words}</p>
      <p className={styles.soft}>{found.help}</p>
      <ScrollBox className={styles.scroll} label={found.title}>
        <DataTable columns={[...found.columns]}>
          {found.rows.map((row) => (
            <tr key={`${row.step}${row.name}${row.side}`} data-shown={row.shown || undefined}>
              <th scope="row">
                {row.step ? (
                  <Link to={`/horses/${horse}/sheet/${row.step}`}>{row.name}</Link>
                ) : (
                  row.name
                )}
              </th>
              <td>{row.side === "none" ? "–" : row.side}</td>
              <td>{row.first}</td>
              <td>{row.second}</td>
              <td className={row.shown ? styles.shown : ""}>{row.difference}</td>
              <td>{row.sure}</td>
              <td>{row.rests_on}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
      <Figures of={found.title}>
        <ul className={styles.exact}>
          {found.rows.map((row) => (
            <li key={`${row.step}${row.name}${row.side}`}>
              {row.name}
              {row.side === "none" ? "" : `, ${row.side}`}: {row.exact || "–"}
            </li>
          ))}
        </ul>
      </Figures>
    </section>
  );
}
