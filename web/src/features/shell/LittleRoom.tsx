// Said while there is still room for what will be logged today.
import { useLittleRoom } from "../../shared/outbox/room";
import { text } from "../../shared/text/en";
import styles from "./Shell.module.css";

export function LittleRoom() {
  if (!useLittleRoom()) return null;
  return (
    <p className={styles.outdated} role="status">
      {text.saving.littleRoom}
    </p>
  );
}
