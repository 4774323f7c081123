import type { ReactNode } from "react";
import { text } from "../text/en";
import styles from "./Figures.module.css";

/** The exact figures behind a sentence, one tap away. `of`: what they are of, for who hears the page. */
export function Figures({ of, children }: { of: string; children: ReactNode }) {
  return (
    <details className={styles.figures} data-figures>
      <summary>
        {text.figures}
        <span className="visually-hidden">: {of}</span>
      </summary>
      {children}
    </details>
  );
}
