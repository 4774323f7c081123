// A table that comes in: what each column is, how its days are written, and what is wrong in its place.
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { DateOrder, Meant, TableRead } from "../../shared/api/types";
import { text as shared } from "../../shared/text/en";
import { exchangeText as text } from "../../shared/text/en.exchange";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./Exchange.module.css";
import type { TakingIn } from "./useTakingIn";

type Problem = TableRead["problems"][number];

/** The line of names. */
const HEADER = 1;
const ORDERS = Object.keys(text.dateOrders) as DateOrder[];

export function TableView({ taking }: { taking: TakingIn }) {
  const table = taking.table as TableRead;
  const ofWhole = table.problems.filter((one) => one.line === HEADER);
  const missing = ofWhole.filter((one) => one.column === null);
  const wrong = table.problems.length - ofWhole.length + table.untold;
  return (
    <div className={styles.arriving}>
      <p className={styles.soft}>
        {text.readAs(text.rows(table.rows), table.encoding)}
        {table.others > 0 ? ` · ${text.others(table.others)}` : ""}
      </p>
      <div className={styles.row}>
        <TextField
          select
          size="small"
          label={text.dates}
          value={table.dates}
          helperText={table.dates_unsure ? text.datesUnsure : ""}
          onChange={(event) => taking.setDates(event.target.value as DateOrder)}
          className={styles.choice ?? ""}
        >
          {ORDERS.map((one) => (
            <MenuItem key={one} value={one}>
              {text.dateOrders[one]}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {missing.length > 0 ? (
        <p role="alert" className={styles.wrong}>
          {text.missing(missing.map((one) => meaningOf(one)).join(", "))}
        </p>
      ) : null}
      {ofWhole
        .filter((one) => one.column !== null)
        .map((one) => (
          <p key={one.column} role="alert" className={styles.wrong}>
            {meaningOf(one)} “{String(one.value)}” {reasonOf(one)}
          </p>
        ))}
      {wrong > 0 ? (
        <p role="alert" className={styles.wrong}>
          {text.wrong(wrong)}
        </p>
      ) : null}
      <p className={styles.lead}>{text.columnsLead}</p>
      <Rows table={table} onMatch={taking.match} />
    </div>
  );
}

function Rows({
  table,
  onMatch,
}: {
  table: TableRead;
  onMatch: (columns: (Meant | null)[]) => void;
}) {
  const problems = (line: number, column: number | null) =>
    table.problems.filter((one) => one.line === line && one.column === column);
  return (
    <ScrollBox label={text.tableLabel} className={styles.table}>
      <table>
        <thead>
          <tr>
            <th scope="col">{text.line}</th>
            {table.header.map((name, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
              <th key={place} scope="col">
                <span>{name}</span>
                <Match table={table} place={place} onMatch={onMatch} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.shown.map((row) => (
            <tr key={row.line}>
              <th scope="row">
                {row.line}
                <Wrongs problems={problems(row.line, null)} />
              </th>
              {table.header.map((_, place) => (
                <Cell
                  // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                  key={place}
                  text={row.cells[place] ?? ""}
                  isAside={table.columns[place] === null}
                  problem={problems(row.line, place)[0]}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </ScrollBox>
  );
}

/** What a column is; whatever was it before is left aside. */
function Match({
  table,
  place,
  onMatch,
}: {
  table: TableRead;
  place: number;
  onMatch: (columns: (Meant | null)[]) => void;
}) {
  const choose = (chosen: Meant | null) =>
    onMatch(
      table.columns.map((one, at) =>
        at === place ? chosen : one === chosen ? null : (one ?? null),
      ),
    );
  return (
    <select
      aria-label={text.columnOf(table.header[place] ?? "")}
      value={table.columns[place] ?? ""}
      onChange={(event) => choose((event.target.value || null) as Meant | null)}
    >
      <option value="">{text.aside}</option>
      {Object.entries(text.meanings).map(([meant, words]) => (
        <option key={meant} value={meant}>
          {words}
        </option>
      ))}
    </select>
  );
}

function Cell({
  text: words,
  isAside,
  problem,
}: {
  text: string;
  isAside: boolean;
  problem: Problem | undefined;
}) {
  return (
    <td data-aside={isAside || undefined} data-wrong={problem ? true : undefined}>
      {words}
      {problem ? <small>{reasonOf(problem)}</small> : null}
    </td>
  );
}

/** What is wrong with a line, where no column of it is to blame. */
function Wrongs({ problems }: { problems: Problem[] }) {
  return problems.map((one) => (
    <small key={one.meant}>
      {meaningOf(one)}: {reasonOf(one)}
    </small>
  ));
}

const meaningOf = (problem: Problem) => (problem.meant ? text.meanings[problem.meant] : "");

const reasonOf = ({ reason, allowed }: Problem) =>
  allowed ? `${reason} (${shared.saving.allowed}: ${allowed})` : reason;
