// A link that was just made: shown once, to be handed on.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useRef, useState } from "react";
import type { LinkMade } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import styles from "./People.module.css";

export function LinkShown({ made, onClose }: { made: LinkMade; onClose: () => void }) {
  const [isCopied, setCopied] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    box.current?.focus();
    box.current?.select();
  }, []);
  // Without TLS, or where it is not allowed, there is no clipboard: then it is selected, to be copied by hand.
  const copy = async () => {
    box.current?.select();
    try {
      await navigator.clipboard.writeText(made.address);
      setCopied(true);
    } catch {
      setCopied(false);
    }
  };
  return (
    <section className={styles.made} role="status">
      <h2>{text.people.linkFor(made.link.name)}</h2>
      <p>
        {text.people.linkOnce} {made.mailed ? text.people.mailed : ""}
      </p>
      <div className={styles.copy}>
        <TextField
          fullWidth
          size="small"
          value={made.address}
          inputRef={box}
          slotProps={{
            htmlInput: { readOnly: true, "aria-label": text.people.linkFor(made.link.name) },
          }}
        />
        <Button variant="contained" onClick={() => void copy()}>
          {isCopied ? text.people.copied : text.people.copy}
        </Button>
        <Button onClick={onClose}>{text.shell.close}</Button>
      </div>
      <p className={styles.soft}>{text.people.until(moment(made.link.ends_at))}</p>
    </section>
  );
}
