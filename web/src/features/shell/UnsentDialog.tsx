// Signing out while something has not been sent: it stays, and one can wait, or take it along as a file.
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { saveAside } from "../../shared/outbox/aside";
import { useOutbox, useOutboxState } from "../../shared/outbox/OutboxProvider";
import { text } from "../../shared/text/en";
import { saveWords } from "./SaveState";

interface Props {
  open: boolean;
  onClose: () => void;
  onSignOut: () => void;
}

export function UnsentDialog({ open, onClose, onSignOut }: Props) {
  const outbox = useOutbox();
  const state = useOutboxState();
  const left = state.waiting + state.refused;
  const save = async () => saveAside(await outbox.unsent());
  return (
    <Dialog open={open} onClose={onClose} fullWidth>
      <DialogTitle>{text.saving.unsentTitle}</DialogTitle>
      <DialogContent>
        <p role="status">
          <strong>{saveWords(state)}</strong>
        </p>
        <p>{left > 0 ? text.saving.unsentHelp : text.saving.sentNow}</p>
      </DialogContent>
      <DialogActions>
        {left > 0 ? (
          <>
            <Button disabled={state.sending} onClick={() => void outbox.flush()}>
              {text.saving.sendNow}
            </Button>
            <Button onClick={() => void save()}>{text.saving.saveAside}</Button>
          </>
        ) : null}
        <Button color={left > 0 ? "error" : "primary"} onClick={onSignOut}>
          {left > 0 ? text.saving.signOutAllTheSame : text.shell.signOut}
        </Button>
        <Button onClick={onClose}>{text.saving.stay}</Button>
      </DialogActions>
    </Dialog>
  );
}
