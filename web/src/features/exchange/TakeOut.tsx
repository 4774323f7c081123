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
      <ul className={styles.offers}>
        {offered.data.exports.map((one) => (
          <li key={one.id}>
            <p>
              {one.what}
              <small>
                {text.forWhom} {one.for_whom}
              </small>
            </p>
            <span>{one.format.toUpperCase()}</span>
            <span className={styles.way}>
              <Way one={one} horse={of === ALL ? null : of} />
            </span>
          </li>
        ))}
      </ul>
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
