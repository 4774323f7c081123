import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { text } from "../../shared/text/en";
import styles from "./KeysHelp.module.css";

interface Props {
  open: boolean;
  onClose: () => void;
  /** What each level means, the lightest first; empty: the step has none. */
  levelWords: string[];
}

export function KeysHelp({ open, onClose, levelWords }: Props) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">{text.ring.keysTitle}</DialogTitle>
      <DialogContent>
        <dl className={styles.list}>
          {text.ring.keyList.map(([key, meaning]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{meaning}</dd>
            </div>
          ))}
        </dl>
        {levelWords.length > 0 ? <Levels words={levelWords} /> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{text.shell.close}</Button>
      </DialogActions>
    </Dialog>
  );
}

function Levels({ words }: { words: string[] }) {
  return (
    <>
      <h3>{text.ring.levels}</h3>
      <ol className={styles.levels}>
        {words.map((one, place) => {
          const level = place + 1;
          return (
            <li key={level}>
              <strong>{level}</strong> {one}
            </li>
          );
        })}
      </ol>
    </>
  );
}
