// Something that is not done by a slip of the thumb: the first tap says what it does, the second does it.
import Button from "@mui/material/Button";
import { type ReactNode, useState } from "react";
import { text } from "../text/en";
import styles from "./Surely.module.css";

interface Props {
  label: string;
  /** What it does, said before it is done. */
  help: ReactNode;
  sure: string;
  isBusy?: boolean;
  onSure: () => void;
}

export function Surely({ label, help, sure, isBusy = false, onSure }: Props) {
  const [isAsked, setAsked] = useState(false);
  if (!isAsked)
    return (
      <div>
        <Button color="error" onClick={() => setAsked(true)}>
          {label}
        </Button>
      </div>
    );
  return (
    <div className={styles.asked}>
      <p>{help}</p>
      <Button color="error" variant="contained" disabled={isBusy} onClick={onSure}>
        {sure}
      </Button>
      <Button onClick={() => setAsked(false)}>{text.shell.close}</Button>
    </div>
  );
}
