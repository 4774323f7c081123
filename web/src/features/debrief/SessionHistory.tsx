// What was put right in a session, by whom and when; on which devices it was logged, where that is more than one.
import { useQuery } from "@tanstack/react-query";
import { historyQuery, meQuery } from "../../shared/api/queries";
import type { SessionHistory as History } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { correcting as words } from "../../shared/text/en.entry";
import { Lines } from "../../shared/ui/Lines";
import styles from "./DebriefPage.module.css";

/** What whoever rode may work on; told to them, and to whoever teaches. */
function Riding({ riding }: { riding: NonNullable<History["riding"]> }) {
  return (
    <section>
      <h2>{words.riding(riding.rider)}</h2>
      <ul className={styles.history}>
        {riding.faults.map((one) => (
          <li key={one.code} data-rider-fault={one.code}>
            <strong>{one.words}.</strong> {one.helps}
            {one.drill ? <p className={styles.said}>{one.drill}</p> : null}
          </li>
        ))}
      </ul>
      <p className={styles.limit}>{riding.only}</p>
    </section>
  );
}

export function SessionHistory({ horse, session }: { horse: string; session: string }) {
  const canRead = useQuery(meQuery).data?.can_read ?? false;
  const history = useQuery({ ...historyQuery(horse, session), enabled: canRead }).data;
  if (!history) return null;
  const { corrections, logged_on, riding } = history;
  return (
    <>
      {riding ? <Riding riding={riding} /> : null}
      {logged_on.length > 1 ? (
        <section>
          <h2>{words.loggedOn}</h2>
          <ul className={styles.devices}>
            {logged_on.map((one) => (
              <li key={one.id} data-device={one.words}>
                <strong>{one.words}</strong>
                {one.is_yours ? ` (${words.yours})` : ""}: {words.answers(one.asks.length)}
                {one.clock ? <span className={styles.said}>{one.clock}</span> : null}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {corrections.length > 0 ? (
        <section>
          <h2>{words.history}</h2>
          <ol className={styles.history}>
            {corrections.map((one) => (
              <li key={one.at}>
                <p>{words.by(one.by, moment(one.at))}</p>
                <Lines lines={one.lines} />
              </li>
            ))}
          </ol>
        </section>
      ) : null}
    </>
  );
}
