import Button from "@mui/material/Button";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { ApiError } from "../../shared/api/client";
import { debriefQuery, sessionsQuery } from "../../shared/api/queries";
import type { SessionDebrief, SessionLine } from "../../shared/api/types";
import { useOutbox, useOutboxState } from "../../shared/outbox/OutboxProvider";
import { longDay, shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { correcting, entry } from "../../shared/text/en.entry";
import { Lines } from "../../shared/ui/Lines";
import { May } from "../../shared/ui/May";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { SessionPictures } from "../pictures/SessionPictures";
import styles from "./DebriefPage.module.css";
import { DebriefRows } from "./DebriefRows";
import { NextSession } from "./NextSession";
import { OtherHorse } from "./OtherHorse";
import { SessionHistory } from "./SessionHistory";
import { SessionTimes } from "./SessionTimes";
import { StrikeOut, StruckOutSessions } from "./StrikeOut";

export default function DebriefPage() {
  const { horse = "", session } = useParams();
  const sessions = useInfiniteQuery(sessionsQuery(horse));
  const waiting = useWaiting(horse);
  if (sessions.isPending) return <Loading />;
  if (!sessions.data && !waiting)
    return <ErrorView error={sessions.error} onRetry={() => void sessions.refetch()} />;
  const lines = sessions.data?.pages.flatMap((page) => page.sessions) ?? [];
  const chosen = session ?? lines[0]?.id ?? undefined;
  return (
    <>
      {waiting > 0 ? (
        <p className={styles.waiting} role="status">
          {text.debrief.waiting(waiting)}
        </p>
      ) : null}
      {chosen ? (
        <div className={styles.columns}>
          <Debrief horse={horse} session={chosen} waiting={waiting > 0} />
          <Sessions
            horse={horse}
            lines={lines}
            chosen={chosen}
            onEarlier={sessions.hasNextPage ? () => void sessions.fetchNextPage() : null}
          />
        </div>
      ) : (
        <Empty
          action={
            <>
              <WriteIn horse={horse} />
              <StruckOutSessions horse={horse} />
            </>
          }
        >
          {text.debrief.none}
        </Empty>
      )}
    </>
  );
}

/** How much of this horse's work has not reached the server yet. */
function useWaiting(horse: string): number {
  const outbox = useOutbox();
  const { waiting } = useOutboxState();
  const [count, setCount] = useState(0);
  // `waiting` is what changes when something is sent; the count is of this horse alone.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    void outbox.waitingFor(horse).then(setCount);
  }, [outbox, horse, waiting]);
  return count;
}

function Debrief({
  horse,
  session,
  waiting,
}: {
  horse: string;
  session: string;
  waiting: boolean;
}) {
  const debrief = useQuery(debriefQuery(horse, session));
  if (debrief.isPending) return <Loading />;
  if (!debrief.data) {
    const notThereYet = waiting && debrief.error instanceof ApiError;
    return notThereYet ? (
      <div />
    ) : (
      <ErrorView error={debrief.error} onRetry={() => void debrief.refetch()} />
    );
  }
  return <DebriefView horse={horse} debrief={debrief.data} />;
}

/** What went better than it ever had. */
function Bests({ debrief }: { debrief: SessionDebrief }) {
  if (debrief.rows.length === 0) return null;
  return (
    <section className={styles.bests}>
      <h2>{text.debrief.bests}</h2>
      {debrief.bests.length === 0 ? <p className={styles.limit}>{debrief.no_bests}</p> : null}
      <Lines lines={debrief.bests} />
    </section>
  );
}

/** What the coach said, and what was done instead. */
function Instead({ debrief }: { debrief: SessionDebrief }) {
  if (debrief.instead.length === 0) return null;
  return (
    <section className={styles.instead}>
      <h2>{text.debrief.otherwise}</h2>
      <Lines lines={debrief.instead} />
      <p className={styles.limit}>{debrief.coach_limits}</p>
    </section>
  );
}

/** Plan against done: what was worked out, what the trainer made of it, what was asked. */
function PlannedAndDone({ planned }: { planned: SessionDebrief["planned"] }) {
  if (planned.length === 0) return null;
  return (
    <details className={styles.planned} open={planned.some((one) => !one.as_planned)}>
      <summary>
        <h2>{text.debrief.planned}</h2>
      </summary>
      <ul>
        {planned.map((one) => (
          <li key={one.step} data-planned={one.step} data-as-planned={one.as_planned}>
            <strong>{one.name}</strong>: {one.words}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What was put right in the session; and the ways to do so. */
function PutRight({ horse, session }: { horse: string; session: string }) {
  return (
    <>
      <SessionHistory horse={horse} session={session} />
      <div className={styles.ways}>
        <May to="change">
          <Button component={Link} to={`/horses/${horse}/debrief/${session}/correct`}>
            {correcting.link}
          </Button>
        </May>
        <OtherHorse horse={horse} session={session} />
        <StrikeOut horse={horse} session={session} />
      </div>
    </>
  );
}

function DebriefView({ horse, debrief }: { horse: string; debrief: SessionDebrief }) {
  return (
    <article className={styles.debrief}>
      <h1>{longDay(debrief.date)}</h1>
      <p className={styles.lead}>
        {text.debrief.kind[debrief.kind]}
        {debrief.settled ? `; ${debrief.settled}` : ""}
      </p>
      {debrief.id ? <SessionTimes horse={horse} session={debrief.id} /> : null}
      <Bests debrief={debrief} />
      <DebriefRows horse={horse} rows={debrief.rows} coach={debrief.coach} />
      <p className={styles.limit}>{debrief.limits}</p>
      <Instead debrief={debrief} />
      <PlannedAndDone planned={debrief.planned} />
      {debrief.events.length > 0 ? (
        <section>
          <h2>{text.debrief.events}</h2>
          <ul>
            {debrief.events.map(({ event, words }) => (
              <li key={event.id}>{words}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {debrief.note ? (
        <section>
          <h2>{text.debrief.note}</h2>
          <p className={styles.note}>{debrief.note}</p>
        </section>
      ) : null}
      <section className={styles.ends}>
        <h2>{text.debrief.openEnds}</h2>
        {debrief.open_ends.length === 0 ? <p>{debrief.no_open_ends}</p> : null}
        <ul>
          {debrief.open_ends.map((end) => (
            <li key={end}>{end}</li>
          ))}
        </ul>
      </section>
      {debrief.id ? (
        <May to="read">
          <SessionPictures horse={horse} session={debrief.id} rows={debrief.rows} />
        </May>
      ) : null}
      <NextSession horse={horse} />
      {debrief.id ? <PutRight horse={horse} session={debrief.id} /> : null}
    </article>
  );
}

/** The way to write in what was not logged at the ring. */
function WriteIn({ horse }: { horse: string }) {
  return (
    <May to="log">
      <Button component={Link} to={`/horses/${horse}/debrief/write`} variant="outlined">
        {entry.link}
      </Button>
    </May>
  );
}

interface SessionsProps {
  horse: string;
  lines: SessionLine[];
  chosen: string;
  /** Shows those before the last one listed; null: there are none. */
  onEarlier: (() => void) | null;
}

function Sessions({ horse, lines, chosen, onEarlier }: SessionsProps) {
  return (
    <aside className={styles.sessions}>
      <WriteIn horse={horse} />
      <nav aria-label={text.debrief.sessions}>
        <h2>{text.debrief.sessions}</h2>
        <ul>
          {lines.map((line) => (
            <li key={line.id}>
              <Link
                to={`/horses/${horse}/debrief/${line.id}`}
                aria-current={line.id === chosen ? "page" : undefined}
              >
                <strong>{shortDay(line.date)}</strong> {text.debrief.kind[line.kind]}
                <span>{line.words}</span>
              </Link>
            </li>
          ))}
          {onEarlier ? (
            <li>
              <Button variant="outlined" onClick={onEarlier}>
                {text.debrief.earlier}
              </Button>
            </li>
          ) : null}
        </ul>
      </nav>
      <StruckOutSessions horse={horse} />
    </aside>
  );
}
