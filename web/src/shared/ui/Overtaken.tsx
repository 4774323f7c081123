// Somebody else has changed the same thing meanwhile: whose stands is for whoever typed last to say.
import Button from "@mui/material/Button";
import { ApiError } from "../api/client";
import { text } from "../text/en";
import styles from "./Problems.module.css";

interface Props {
  error: unknown;
  /** Mine take the place of theirs. */
  onMine: () => void;
  /** Mine are let go, and theirs are shown. */
  onTheirs: () => void;
}

export function Overtaken({ error, onMine, onTheirs }: Props) {
  if (!(error instanceof ApiError) || error.status !== 409) return null;
  return (
    <div className={styles.choices}>
      <Button variant="outlined" onClick={onMine}>
        {text.saving.mine}
      </Button>
      <Button onClick={onTheirs}>{text.saving.theirs}</Button>
    </div>
  );
}
