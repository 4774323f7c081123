// Whether everything logged has reached the server; always in sight.
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useState } from "react";
import { saveAside } from "../../shared/outbox/aside";
import type { WaitingItem } from "../../shared/outbox/database";
import { useOutbox, useOutboxState } from "../../shared/outbox/OutboxProvider";
import type { OutboxState } from "../../shared/outbox/outbox";
import { text } from "../../shared/text/en";
import { ProblemWords } from "../../shared/ui/Problems";
import styles from "./SaveState.module.css";

export function saveWords(state: OutboxState): string {
  if (state.refused > 0) return text.saving.refused(state.refused);
  if (state.trouble === "offline") return text.saving.offline(state.waiting);
  if (state.trouble === "signed-out") return text.saving.signIn(state.waiting);
  if (state.waiting === 0) return text.saving.saved;
  return state.sending ? text.saving.sending(state.waiting) : text.saving.waiting(state.waiting);
}

export function SaveState() {
  const outbox = useOutbox();
  const state = useOutboxState();
  const [refused, setRefused] = useState<WaitingItem[] | null>(null);
  const show = async () => setRefused(await outbox.refused());
  if (state.refused === 0) {
    return (
      <span role="status" data-testid="save-state">
        {saveWords(state)}
      </span>
    );
  }
  return (
    <>
      <button
        type="button"
        className={styles.button}
        data-testid="save-state"
        onClick={() => void show()}
      >
        {saveWords(state)}
      </button>
      <Refused refused={refused} onClose={() => setRefused(null)} onChange={show} />
    </>
  );
}

interface DialogProps {
  /** Null: it is closed. */
  refused: WaitingItem[] | null;
  onClose: () => void;
  onChange: () => Promise<void>;
}

function Refused({ refused, onClose, onChange }: DialogProps) {
  const outbox = useOutbox();
  return (
    <Dialog open={refused !== null} onClose={onClose} fullWidth>
      <DialogTitle>{text.saving.refusedTitle}</DialogTitle>
      <DialogContent>
        <p>{text.saving.refusedHelp}</p>
        <RefusedList
          refused={refused ?? []}
          onDiscard={(order) => void outbox.discard(order).then(onChange)}
          onAgain={(order) => void outbox.tryAgain(order).then(onChange)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => saveAside(refused ?? [])}>{text.saving.saveAside}</Button>
        <Button onClick={onClose}>{text.shell.close}</Button>
      </DialogActions>
    </Dialog>
  );
}

interface RefusedProps {
  refused: WaitingItem[];
  onDiscard: (order: number) => void;
  onAgain: (order: number) => void;
}

function RefusedList({ refused, onDiscard, onAgain }: RefusedProps) {
  return (
    <ul className={styles.list}>
      {refused.map((entry) => (
        <li key={entry.order} className={styles.entry}>
          <strong>{words(entry)}</strong>
          {entry.refused?.map((problem) => (
            <p key={problem.path}>
              <ProblemWords problem={problem} />
            </p>
          ))}
          <Button size="small" onClick={() => onAgain(entry.order as number)}>
            {text.saving.again}
          </Button>
          <Button color="error" size="small" onClick={() => onDiscard(entry.order as number)}>
            {text.saving.discard}
          </Button>
        </li>
      ))}
    </ul>
  );
}

function words(entry: WaitingItem): string {
  const body = (entry.item.body ?? {}) as Record<string, unknown>;
  const parts = [body.step, body.side, body.level, body.kind, body.date];
  return parts.filter((part) => part !== undefined && part !== null).join(" · ") || entry.item.type;
}
