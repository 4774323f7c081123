// The page before anybody is signed in: a rope with three knots, and a form beside it.
import type { ReactNode } from "react";
import { text } from "../../shared/text/en";
import styles from "./SignInPage.module.css";

export function BrandPage({ lead, children }: { lead: string; children: ReactNode }) {
  return (
    <main className={styles.page}>
      <Rope />
      <section className={styles.side}>
        <h1 className={styles.title}>{text.product}</h1>
        <p className={styles.lead}>{lead}</p>
        {children}
      </section>
    </main>
  );
}

const LINE = "M100 -10 C 60 80 140 140 100 220 S 60 330 100 400 S 140 520 100 620";

/** A rope with three knots, to look at. */
function Rope() {
  return (
    <section className={styles.brand} aria-hidden="true">
      <svg viewBox="0 0 200 600" preserveAspectRatio="xMidYMid slice">
        <path className={styles.rope} d={LINE} />
        <path className={styles.twist} d={LINE} />
        <circle cx="104" cy="130" r="16" className={styles.knot} />
        <path d="M96 268 l24 24 -24 24 -24 -24 Z" className={styles.fresh} />
        <ellipse cx="113" cy="450" rx="21" ry="16" className={styles.knot} />
      </svg>
    </section>
  );
}
