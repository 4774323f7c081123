// The browser's own way to a file, behind a button that looks like the others.
import Button from "@mui/material/Button";
import { useRef } from "react";

interface Props {
  label: string;
  accept: string;
  isBusy?: boolean;
  onFile: (file: File) => void;
}

export function FileButton({ label, accept, isBusy = false, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" disabled={isBusy} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file chosen again is a choice too.
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
