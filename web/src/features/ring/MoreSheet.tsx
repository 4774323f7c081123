import Drawer from "@mui/material/Drawer";
import type { PackItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./MoreSheet.module.css";

interface Props {
  open: boolean;
  onClose: () => void;
  faults: PackItem["faults"];
  riderFaults: Record<string, string>;
  chosen: string[];
  onFaults: (codes: string[]) => void;
  onEvent: (kind: keyof typeof text.ring.event) => void;
}

/** Events, and what went wrong: large targets from the bottom edge. */
export function MoreSheet({
  open,
  onClose,
  faults,
  riderFaults,
  chosen,
  onFaults,
  onEvent,
}: Props) {
  const toggle = (code: string) =>
    onFaults(chosen.includes(code) ? chosen.filter((one) => one !== code) : [...chosen, code]);
  const target = (code: string, words: string) => (
    <button
      key={code}
      type="button"
      aria-pressed={chosen.includes(code)}
      className={styles.target}
      onClick={() => toggle(code)}
    >
      {words}
    </button>
  );
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { className: styles.sheet ?? "" } }}
    >
      <h2>{text.ring.events}</h2>
      <div className={styles.grid}>
        {(Object.keys(text.ring.event) as (keyof typeof text.ring.event)[]).map((kind) => (
          <button key={kind} type="button" className={styles.event} onClick={() => onEvent(kind)}>
            {text.ring.event[kind]}
          </button>
        ))}
      </div>
      <h2>{text.ring.faults}</h2>
      <div className={styles.grid}>{faults.map((fault) => target(fault.code, fault.looks))}</div>
      <h2>{text.ring.riderFaults}</h2>
      <div className={styles.grid}>
        {Object.entries(riderFaults).map(([code, words]) => target(code, words))}
      </div>
      <button type="button" className={styles.close} onClick={onClose}>
        {text.shell.close}
      </button>
    </Drawer>
  );
}
