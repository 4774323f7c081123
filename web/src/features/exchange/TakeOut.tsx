// Everything that can be taken out: what it is, for whom, in which format; of one horse or of all.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { exportsQuery, horsesQuery } from "../../shared/api/queries";
import type { Export } from "../../shared/api/types";
import { exchangeText as text } from "../../shared/text/en.exchange";
import { DataTable } from "../../shared/ui/DataTable";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./Exchange.module.css";

const ALL = "all";

export function TakeOut() {
  const offered = useQuery(exportsQuery);
  const horses = useQuery(horsesQuery);
  const [of, setOf] = useState(ALL);
  if (offered.isPending || horses.isPending) return <Loading />;
  if (!offered.data || !horses.data)
    return <ErrorView error={offered.error} onRetry={() => void offered.refetch()} />;
  return (
    <>
      <p className={styles.lead}>{text.outLead}</p>
      <TextField
        select
        size="small"
        label={text.of}
        value={of}
        onChange={(event) => setOf(event.target.value)}
        className={styles.choice ?? ""}
      >
        <MenuItem value={ALL}>{text.all}</MenuItem>
        {horses.data.horses.map((one) => (
          <MenuItem key={one.id} value={one.id ?? ""}>
            {one.name}
          </MenuItem>
        ))}
      </TextField>
      <div className={styles.scroll}>
        <DataTable columns={[text.what, text.forWhom, text.format, ""]}>
          {offered.data.exports.map((one) => (
            <tr key={one.id}>
              <td>{one.what}</td>
              <td className={styles.soft}>{one.for_whom}</td>
              <td className={styles.format}>{one.format.toUpperCase()}</td>
              <td className={styles.take}>
                <Way one={one} horse={of === ALL ? null : of} />
              </td>
            </tr>
          ))}
        </DataTable>
      </div>
    </>
  );
}

/** How it is taken out: here, further down, or on another page. */
function Way({ one, horse }: { one: Export; horse: string | null }) {
  if (one.of === "machine") return <span className={styles.soft}>{text.below}</span>;
  if (one.of === "person") return <Link to="/account">{text.toAccount}</Link>;
  if (one.of === "horse" && horse === null)
    return <span className={styles.soft}>{text.oneHorse}</span>;
  return (
    <Button
      component="a"
      size="small"
      variant="outlined"
      href={`/api/exports/${one.id}${horse ? `?horse=${horse}` : ""}`}
      download
      aria-label={text.takeName(one.what)}
    >
      {text.take}
    </Button>
  );
}
