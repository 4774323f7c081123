import styles from "./MoreSheet.module.css";

interface Props {
  words: string;
  on: boolean;
  onClick: () => void;
}

/** Something that a gloved thumb says, or unsays. */
export function Target({ words, on, onClick }: Props) {
  return (
    <button type="button" aria-pressed={on} className={styles.target} onClick={onClick}>
      {words}
    </button>
  );
}
