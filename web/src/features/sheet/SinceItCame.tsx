// As it was when it came, against now: the lines that changed most, and every step that was tried then.
import { Link } from "react-router";
import { text } from "../../shared/text/en";
import { sheet as words } from "../../shared/text/en.sheet";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./SheetPage.module.css";
import type { SheetProps } from "./sheetProps";

export function SinceItCame({ horse, sheet }: SheetProps) {
  const { baseline, since } = sheet;
  return (
    <section>
      <h2>{words.since}</h2>
      {baseline ? <p>{baseline.words}.</p> : null}
      <p>
        <Link to={`/horses/${horse}/arrival`}>{text.plan.whenItCame}</Link>
      </p>
      {since.length === 0 ? <p>{words.sinceEmpty}</p> : null}
      <dl className={styles.since}>
        {since.map((line) => (
          <div key={line.name}>
            <dt>{line.name}</dt>
            <dd>
              {line.then} → {line.now}
            </dd>
          </div>
        ))}
      </dl>
      {baseline && baseline.rows.length > 0 ? (
        <details className={styles.shares}>
          <summary>{words.stepByStep}</summary>
          <ScrollBox className={styles.scroll} label={words.since}>
            <DataTable columns={words.sinceColumns}>
              {baseline.rows.map((row) => (
                <tr key={row.step + row.side}>
                  <th scope="row">
                    <Link to={`/horses/${horse}/sheet/${row.step}`}>{row.name}</Link>
                  </th>
                  <td>{row.side === "none" ? "–" : row.side}</td>
                  <td>{row.then}</td>
                  <td>{row.so_that ? `${row.now}: ${row.so_that}` : row.now}</td>
                </tr>
              ))}
            </DataTable>
          </ScrollBox>
        </details>
      ) : null}
    </section>
  );
}
