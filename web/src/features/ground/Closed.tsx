// A part that is wanted seldom: folded away until it is opened.
import type { ReactNode } from "react";
import styles from "./GroundPage.module.css";

interface Props {
  title: string;
  open?: boolean;
  children: ReactNode;
}

export function Closed({ title, open = false, children }: Props) {
  return (
    <details className={styles.closed} open={open}>
      <summary>{title}</summary>
      {children}
    </details>
  );
}
