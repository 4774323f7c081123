import type { ReactNode } from "react";
import styles from "./DataTable.module.css";

/** Figures in rows: `columns` are the heads, `children` the rows. */
export function DataTable({ columns, children }: { columns: string[]; children: ReactNode }) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          {columns.map((name) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}
