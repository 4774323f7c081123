// Somebody else has changed the same thing meanwhile: whose stands is for whoever typed last to say.
import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { ApiError } from "../api/client";
import { everythingChanged } from "../api/queryClient";
import { text } from "../text/en";
import styles from "./Problems.module.css";

interface Props {
  error: unknown;
  /** Mine take the place of theirs. */
  onMine: () => void;
  /** Mine are let go; then everything is asked anew, and theirs are shown. */
  startOver: () => Promise<void>;
}

export function Overtaken({ error, onMine, startOver }: Props) {
  const queries = useQueryClient();
  if (!(error instanceof ApiError) || error.status !== 409) return null;
  return (
    <div className={styles.choices}>
      <Button variant="outlined" onClick={onMine}>
        {text.saving.mine}
      </Button>
      <Button onClick={() => void startOver().then(() => everythingChanged(queries))}>
        {text.saving.theirs}
      </Button>
    </div>
  );
}
