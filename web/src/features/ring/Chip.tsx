// What more can be said of an answer, by one tap before or after it.
import styles from "./RingPage.module.css";

interface ChipProps {
  on: boolean | undefined;
  onClick: () => void;
  children: React.ReactNode;
}

export function Chip({ on, onClick, children }: ChipProps) {
  return (
    <button
      type="button"
      className={on ? styles.chipOn : styles.chip}
      aria-pressed={Boolean(on)}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
