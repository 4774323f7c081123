// An address to be handed on: selected, and copied by a tap where the browser lets us.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { text } from "../text/en";
import styles from "./CopyAddress.module.css";

interface Props {
  address: string;
  label: string;
  /** Beside the button. */
  children?: ReactNode;
}

export function CopyAddress({ address, label, children }: Props) {
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
      await navigator.clipboard.writeText(address);
      setCopied(true);
    } catch {
      setCopied(false);
    }
  };
  return (
    <div className={styles.copy}>
      <TextField
        fullWidth
        size="small"
        value={address}
        inputRef={box}
        slotProps={{ htmlInput: { readOnly: true, "aria-label": label } }}
      />
      <Button variant="contained" onClick={() => void copy()}>
        {isCopied ? text.people.copied : text.people.copy}
      </Button>
      {children}
    </div>
  );
}
