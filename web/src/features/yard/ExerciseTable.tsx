import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./YardPage.module.css";

interface Props {
  yard: YardView;
  canChange: boolean;
}

/** Every exercise of the ladder, the yard's own among them. */
export function ExerciseTable({ yard, canChange }: Props) {
  const [words, setWords] = useState("");
  const wanted = words.trim().toLowerCase();
  const rows = yard.exercises.filter((one) =>
    `${one.name} ${one.id}`.toLowerCase().includes(wanted),
  );
  return (
    <div className={styles.section}>
      <p className={styles.lead}>{text.yard.exercisesLead}</p>
      <div className={styles.row}>
        <TextField
          label={text.yard.filter}
          type="search"
          size="small"
          className={styles.search ?? ""}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        {canChange ? (
          <Button component={Link} to="/yard/exercises/new" variant="contained">
            {text.yard.add}
          </Button>
        ) : null}
      </div>
      <ScrollBox label={text.yard.tabs.exercises} className={styles.scroll}>
        <DataTable columns={text.yard.columns}>
          {rows.map((one) => (
            <Row key={one.id} row={one} yard={yard} canChange={canChange} />
          ))}
        </DataTable>
      </ScrollBox>
    </div>
  );
}

interface RowProps extends Props {
  row: YardView["exercises"][number];
}

function Row({ row, yard, canChange }: RowProps) {
  return (
    <tr>
      <th scope="row">
        {row.name}
        {row.origin === "shipped" ? null : (
          <span className={styles.badge}>{text.yard.origin[row.origin]}</span>
        )}
        {row.archived ? <span className={styles.badge}>{text.yard.archived}</span> : null}
      </th>
      <td>
        {row.phase} {yard.phases[row.phase]}
      </td>
      <td>{row.stages}</td>
      <td>{yard.kinds[row.kind]}</td>
      <td>
        {canChange ? (
          <span className={styles.actions}>
            <Go to={`/yard/exercises/${row.id}`} words={text.yard.change} name={row.name} />
            <Go to={`/yard/exercises/new?from=${row.id}`} words={text.yard.copy} name={row.name} />
          </span>
        ) : null}
      </td>
    </tr>
  );
}

function Go({ to, words, name }: { to: string; words: string; name: string }) {
  return (
    <Button component={Link} to={to} aria-label={`${words} ${name}`}>
      {words}
    </Button>
  );
}
