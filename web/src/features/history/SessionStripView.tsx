// One session: when, where, with whom, what was asked, answer beside answer.
import { Link } from "react-router";
import type { SessionStrip } from "../../shared/api/types";
import { fullDay } from "../../shared/text/days";
import { history as words } from "../../shared/text/en.sheet";
import styles from "./HistoryPage.module.css";
import { StripDots } from "./StripDots";

export function SessionStripView({ horse, strip }: { horse: string; strip: SessionStrip }) {
  const on = fullDay(strip.date);
  return (
    <article className={styles.strip}>
      <div className={styles.when}>
        <h2>
          <Link
            to={`/horses/${horse}/debrief/${strip.id}`}
            aria-label={`${on}: ${words.open(strip.kind)}`}
          >
            {on}
          </Link>
        </h2>
        <p className={styles.soft}>{strip.kind}</p>
        <p className={styles.soft}>{strip.words}</p>
        {strip.settled ? <p className={styles.soft}>{strip.settled}</p> : null}
        {strip.unusual ? (
          <p className={styles.unusual}>
            {words.unusual}: {strip.unusual}
          </p>
        ) : null}
        {strip.events.map((one, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same can happen twice
          <p key={n} className={styles.unusual}>
            {one}
          </p>
        ))}
        {strip.note ? <p className={styles.note}>{strip.note}</p> : null}
      </div>
      <ul className={styles.rows}>
        {strip.rows.map((row) => (
          <li key={row.step + row.side}>
            <Link to={`/horses/${horse}/sheet/${row.step}`} className={styles.step}>
              {row.name}
              {row.side === "none" ? "" : `, ${row.side}`}
            </Link>
            <StripDots row={row} />
          </li>
        ))}
      </ul>
    </article>
  );
}
