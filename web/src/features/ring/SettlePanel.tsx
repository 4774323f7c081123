import Button from "@mui/material/Button";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import styles from "./RingPage.module.css";
import type { RingDraft, RingSettle } from "./ringDraft";
import { minutesBetween, withSettle } from "./ringSession";
import type { Ring } from "./useRing";
import { clock, useSecondsSince } from "./useSecondsSince";

interface Props {
  draft: RingDraft;
  ring: Ring;
}

/** The settle clock with its two marks. */
export function SettlePanel({ draft, ring }: Props) {
  const { startedAt, whole_min } = draft.settle;
  const running = useSecondsSince(isOver(draft.settle) ? null : startedAt);
  const { plan, time_up, day } = draft.pack;
  const { settled_before } = day;
  const limit = plan.put_away_after_min || Number.POSITIVE_INFINITY;
  const start = () =>
    ring.change((now) => withSettle(now, { startedAt: new Date().toISOString() }));
  return (
    <section className={styles.settle}>
      <p>{text.ring.settle.help}</p>
      {settled_before ? <p>{settled_before}</p> : null}
      <p className={styles.clock} role="timer" aria-live="off">
        {running === null ? (whole_min === null ? "0:00" : `${whole_min} min`) : clock(running)}
      </p>
      {running !== null && running >= 60 * limit ? (
        <p className={styles.timeUp} role="alert">
          {time_up}
        </p>
      ) : null}
      {startedAt === null ? (
        <Button variant="contained" size="large" onClick={start}>
          {text.ring.settle.start}
        </Button>
      ) : (
        <Marks draft={draft} ring={ring} startedAt={startedAt} />
      )}
    </section>
  );
}

const isOver = ({ whole_min, settled }: RingSettle) => whole_min !== null || settled === false;

/** The first stretch, the whole circle, or never. */
function Marks({ draft, ring, startedAt }: Props & { startedAt: string }) {
  const { first_min, whole_min, settled, head_ups = null } = draft.settle;
  const headUp = () =>
    ring.change((now) => withSettle(now, { head_ups: (now.settle.head_ups ?? 0) + 1 }));
  const over = isOver(draft.settle);
  const mark = (part: (minutes: number) => Partial<RingSettle>) => {
    const minutes = minutesBetween(startedAt, new Date().toISOString());
    ring.change((now) => withSettle(now, part(minutes)));
  };
  const whole = (whole_min: number) => ({
    whole_min,
    settled: true,
    first_min: first_min ?? whole_min,
  });
  return (
    <>
      <Button
        variant="outlined"
        size="large"
        disabled={first_min !== null || over}
        onClick={() => mark((first_min) => ({ first_min }))}
      >
        {text.ring.settle.first}
        {first_min !== null ? ` · ${first_min} min` : ""}
      </Button>
      <Button variant="contained" size="large" disabled={over} onClick={() => mark(whole)}>
        {text.ring.settle.whole}
        {whole_min !== null && settled ? ` · ${whole_min} min` : ""}
      </Button>
      <Button size="large" variant="outlined" disabled={over} onClick={headUp}>
        {taking.settle.headUp(head_ups ?? 0)}
      </Button>
      <Button
        size="large"
        disabled={over}
        onClick={() => mark((whole_min) => ({ whole_min, settled: false }))}
      >
        {text.ring.settle.never}
      </Button>
    </>
  );
}
