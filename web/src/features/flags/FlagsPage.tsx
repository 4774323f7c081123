// What was seen of a horse that is not a training matter: what to have looked at, what waits, and clearing it.
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { flagsQuery, meQuery } from "../../shared/api/queries";
import type { FlagOnThePage } from "../../shared/api/types";
import { shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { ClearForm } from "./ClearForm";
import styles from "./FlagsPage.module.css";
import { RaiseForm } from "./RaiseForm";

export default function FlagsPage() {
  const { horse = "" } = useParams();
  const flags = useQuery(flagsQuery(horse));
  const me = useQuery(meQuery);
  if (flags.isPending) return <Loading />;
  if (!flags.data) return <ErrorView error={flags.error} onRetry={() => void flags.refetch()} />;
  const page = flags.data;
  return (
    <>
      <h1>{text.flags.title}</h1>
      {page.flags.length === 0 ? <p>{page.none}</p> : null}
      <ul className={styles.list}>
        {page.flags.map((flag) => (
          <Flag
            key={flag.code + flag.since}
            horse={horse}
            flag={flag}
            canClear={Boolean(me.data?.can_change)}
          />
        ))}
      </ul>
      {me.data?.can_log ? (
        <details className={styles.raise}>
          <summary>{text.flags.raise}</summary>
          <RaiseForm horse={horse} kinds={page.kinds} />
        </details>
      ) : null}
      <p>
        <Link to={`/horses/${horse}/look`} className={styles.go ?? ""}>
          {text.look.go}
        </Link>
      </p>
      <p className={styles.soft}>{page.limits}</p>
    </>
  );
}

interface FlagProps {
  horse: string;
  flag: FlagOnThePage;
  canClear: boolean;
}

function Flag({ horse, flag, canClear }: FlagProps) {
  return (
    <li className={flag.open ? styles.open : styles.cleared} data-flag={flag.code}>
      <h2>
        <span aria-hidden="true">⚑ </span>
        {flag.name}
      </h2>
      <p>
        {text.flags.since(flag.since)}: {flag.why}
      </p>
      {flag.open ? (
        <>
          <p className={styles.say}>{flag.say}</p>
          <p>
            {flag.holds_back_words} {text.flags.steps(flag.holds_back.length)}
          </p>
        </>
      ) : (
        <p className={styles.found}>{flag.cleared_words}</p>
      )}
      {flag.seen.length > 0 ? <Seen seen={flag.seen} /> : null}
      {flag.open && canClear ? <ClearForm horse={horse} flag={flag} /> : null}
      {flag.open && !canClear ? <p className={styles.soft}>{text.flags.trainerClears}</p> : null}
    </li>
  );
}

function Seen({ seen }: { seen: FlagOnThePage["seen"] }) {
  return (
    <details>
      <summary>{text.flags.seen(seen.length)}</summary>
      <ol className={styles.seen}>
        {seen.map((one, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: what was seen never changes its place
          <li key={n}>
            <time dateTime={one.on}>{shortDay(one.on)}</time> {one.words}
          </li>
        ))}
      </ol>
    </details>
  );
}
