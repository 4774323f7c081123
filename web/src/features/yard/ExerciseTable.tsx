import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./YardPage.module.css";

/** Every exercise of the ladder, the yard's own among them. */
export function ExerciseTable({ yard, canChange }: { yard: YardView; canChange: boolean }) {
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
            <tr key={one.id}>
              <th scope="row">
                {one.name}
                {one.origin === "shipped" ? null : (
                  <span className={styles.badge}>{text.yard.origin[one.origin]}</span>
                )}
                {one.archived ? <span className={styles.badge}>{text.yard.archived}</span> : null}
              </th>
              <td>
                {one.phase} {yard.phases[one.phase]}
              </td>
              <td>{one.stages}</td>
              <td>{yard.kinds[one.kind]}</td>
              <td>
                {canChange ? (
                  <span className={styles.actions}>
                    <Button
                      component={Link}
                      to={`/yard/exercises/${one.id}`}
                      aria-label={`${text.yard.change} ${one.name}`}
                    >
                      {text.yard.change}
                    </Button>
                    <Button
                      component={Link}
                      to={`/yard/exercises/new?from=${one.id}`}
                      aria-label={`${text.yard.copy} ${one.name}`}
                    >
                      {text.yard.copy}
                    </Button>
                  </span>
                ) : null}
              </td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </div>
  );
}
