// Somebody else has changed the same thing meanwhile: what differs is shown, and whose stands is for whoever typed
// last to say.
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { everythingChanged } from "../api/queryClient";
import { text } from "../text/en";
import { DataTable } from "./DataTable";
import type { Difference } from "./differences";
import { isOvertaken } from "./Problems";
import styles from "./Problems.module.css";
import { ScrollBox } from "./ScrollBox";

interface Props {
  error: unknown;
  /** What is typed against what it is now. */
  differing: (now: unknown) => Difference[];
  /** Mine take the place of theirs. */
  onMine: () => void;
  /** Mine are let go; then everything is asked anew, and theirs are shown. */
  startOver: () => Promise<void>;
}

export function Overtaken({ error, differing, onMine, startOver }: Props) {
  const queries = useQueryClient();
  if (!isOvertaken(error)) return null;
  return (
    <>
      {error.now === null ? null : <Differing rows={differing(error.now)} />}
      <div className={styles.choices}>
        <Button variant="outlined" onClick={onMine}>
          {text.saving.mine}
        </Button>
        <Button onClick={() => void startOver().then(() => everythingChanged(queries))}>
          {text.saving.theirs}
        </Button>
      </div>
    </>
  );
}

function Differing({ rows }: { rows: Difference[] }) {
  if (rows.length === 0) return <p>{text.differ.nothing}</p>;
  return (
    <section>
      <h3>{text.differ.lead}</h3>
      <ScrollBox label={text.differ.lead}>
        <DataTable columns={text.differ.columns}>
          {rows.map(({ place, mine, now }) => (
            <tr key={place}>
              <th scope="row">{place}</th>
              <td>{mine || text.differ.empty}</td>
              <td>{now || text.differ.empty}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </section>
  );
}
