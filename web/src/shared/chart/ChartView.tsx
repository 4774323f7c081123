// A chart: the picture or the same as a table, what its marks mean, the exact figures, and all of it as files.
import Button from "@mui/material/Button";
import { type ReactNode, useRef, useState } from "react";
import { Link } from "react-router";
import type { Chart, ChartTable } from "../api/types";
import { chart as words } from "../text/en.sheet";
import { DataTable } from "../ui/DataTable";
import { Figures } from "../ui/Figures";
import { ScrollBox } from "../ui/ScrollBox";
import { ChartPicture, KeyMark } from "./ChartPicture";
import styles from "./ChartView.module.css";
import { SaveMenu } from "./SaveMenu";

interface Props {
  chart: Chart;
  /** Whose it is: where links to sessions and steps lead; without it there are none. */
  horse?: string;
  /** Beside its tools. */
  children?: ReactNode;
}

export function ChartView({ chart, horse, children }: Props) {
  const [asTable, setAsTable] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const { drawing } = chart;
  return (
    <figure className={styles.chart} data-chart={chart.code}>
      {drawing && !asTable ? (
        <>
          <div ref={box}>
            <ChartPicture drawing={drawing} title={chart.title} words={chart.words} horse={horse} />
          </div>
          {chart.key.length > 0 ? (
            <ul className={styles.key}>
              {chart.key.map((one) => (
                <li key={one.words}>
                  <KeyMark of={one} />
                  {one.words}
                </li>
              ))}
            </ul>
          ) : null}
        </>
      ) : (
        <ScrollBox className={styles.scroll} label={chart.title}>
          <TableOf table={chart.table} horse={horse} />
        </ScrollBox>
      )}
      <div className={`${styles.tools} no-print`}>
        {drawing ? (
          <Button
            size="small"
            aria-label={`${asTable ? words.picture : words.table}: ${chart.title}`}
            onClick={() => setAsTable(!asTable)}
          >
            {asTable ? words.picture : words.table}
          </Button>
        ) : null}
        <SaveMenu name={chart.code} title={chart.title} table={chart.table} box={box} />
        {children}
      </div>
      {chart.exact ? (
        <Figures of={chart.title}>
          <p className={styles.exact}>{chart.exact}</p>
        </Figures>
      ) : null}
    </figure>
  );
}

/** The first cell of a row leads to the asks behind it. */
function TableOf({ table, horse }: { table: ChartTable; horse: string | undefined }) {
  return (
    <DataTable columns={[...table.columns]}>
      {table.rows.map((row) => (
        <tr key={row.cells.join("|") + (row.session ?? "")}>
          <th scope="row">
            <Behind row={row} horse={horse} />
          </th>
          {row.cells.slice(1).map((cell, n) => (
            <td key={table.columns[n + 1]}>{cell}</td>
          ))}
        </tr>
      ))}
    </DataTable>
  );
}

function Behind({ row, horse }: { row: ChartTable["rows"][number]; horse: string | undefined }) {
  const name = row.cells[0] ?? "";
  if (!horse) return name;
  if (row.session) return <Link to={`/horses/${horse}/debrief/${row.session}`}>{name}</Link>;
  if (row.step) return <Link to={`/horses/${horse}/sheet/${row.step}`}>{name}</Link>;
  return name;
}
