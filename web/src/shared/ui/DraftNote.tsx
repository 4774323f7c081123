// What is shown was typed before and never saved: it says since when, and whether what is there is newer by now.
import Button from "@mui/material/Button";
import type { UnsavedDraft } from "../form/useDraftForm";
import { moment } from "../text/days";
import { text } from "../text/en";
import styles from "./Problems.module.css";

export function DraftNote({ draft }: { draft: UnsavedDraft | null }) {
  if (draft === null) return null;
  return (
    <div className={styles.draft} role="status">
      <p>
        {text.saving.draft(draft.at === null ? null : moment(draft.at))}{" "}
        {draft.isOlder ? <strong>{text.saving.draftOlder}</strong> : null}
      </p>
      <Button size="small" onClick={() => void draft.startOver()}>
        {text.saving.startOver}
      </Button>
    </div>
  );
}
