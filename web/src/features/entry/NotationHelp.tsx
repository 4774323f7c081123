import { useQuery } from "@tanstack/react-query";
import { notationQuery } from "../../shared/api/queries";
import { entry as words } from "../../shared/text/en.entry";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./Entry.module.css";

/** Every form of the notation with what it says, folded away until it is asked for. */
export function NotationHelp() {
  const help = useQuery(notationQuery);
  return (
    <details className={styles.help}>
      <summary>{words.help}</summary>
      <ScrollBox label={words.help}>
        <DataTable columns={words.helpColumns}>
          {help.data?.notation.map(({ form, says }) => (
            <tr key={form}>
              <th scope="row">
                <code>{form}</code>
              </th>
              <td>{says}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </details>
  );
}
