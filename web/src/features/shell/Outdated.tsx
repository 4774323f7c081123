// A page left open while the server became a newer one: what it keeps is safe, and it can be loaded anew.
import Button from "@mui/material/Button";
import { useIsOutdated } from "../../shared/api/apiEdition";
import { text } from "../../shared/text/en";
import styles from "./Shell.module.css";

export function Outdated() {
  if (!useIsOutdated()) return null;
  return (
    <p className={styles.outdated} role="status">
      {text.saving.outdated}{" "}
      <Button variant="outlined" size="small" onClick={() => location.reload()}>
        {text.saving.reload}
      </Button>
    </p>
  );
}
