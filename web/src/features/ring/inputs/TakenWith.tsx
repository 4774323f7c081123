// With what a measure is taken: clocks that start and log by a tap, strides tapped in rhythm.
import { taking as words } from "../../../shared/text/en.taking";
import type { CoachEntry } from "../coachPlayer";
import { planItem, type RingDraft, type Taking } from "../ringDraft";
import { minutesBetween } from "../ringSession";
import {
  asUsual,
  calmSeconds,
  calmShare,
  fewerStrides,
  isTense,
  oneStride,
  secondsBetween,
  startTaking,
  takingNow,
} from "../taking";
import type { Ring } from "../useRing";
import { clock, useSecondsSince } from "../useSecondsSince";
import styles from "./inputs.module.css";

export interface InputProps {
  draft: RingDraft;
  ring: Ring;
  /** Logs an answer with what was measured. */
  onLog: (part: Partial<CoachEntry>) => void;
}

const now = () => new Date().toISOString();
const begin = (ring: Ring) => ring.move((draft) => startTaking(draft, now()));

/** Seconds that it stood, against the target. */
export function StandingClock({ draft, ring, onLog }: InputProps) {
  const { target } = planItem(draft);
  const taking = takingNow(draft);
  const seconds = useSecondsSince(taking?.startedAt);
  if (!taking) return <Start words={words.standing.start} onStart={() => begin(ring)} />;
  const stood = seconds ?? 0;
  const isThere = target !== null && stood >= target;
  const label = (isThere ? words.standing.reached : words.standing.log)(clock(stood));
  return (
    <>
      <Progress share={target ? stood / target : 0} />
      <button
        type="button"
        className={styles.stop}
        onClick={() => onLog({ extent: measured(taking) })}
      >
        {target === null ? label : `${label} ${words.standing.of(`${target} s`)}`}
      </button>
    </>
  );
}

const measured = (taking: Taking) => Math.round(secondsBetween(taking.startedAt, now()));

/** Seconds at the mark beside a target. */
export function StationClock({ draft, ring, onLog }: InputProps) {
  const taking = takingNow(draft);
  const seconds = useSecondsSince(taking?.startedAt);
  if (!taking) return <Start words={words.station.start} onStart={() => begin(ring)} />;
  return (
    <button
      type="button"
      className={styles.stop}
      onClick={() => onLog({ extent: measured(taking) })}
    >
      {words.station.log(clock(seconds ?? 0))}
    </button>
  );
}

/** Minutes since the session began. */
export function RideClock({ draft, onLog }: InputProps) {
  const seconds = useSecondsSince(draft.startedAt, 5) ?? 0;
  const minutes = () => Math.floor(minutesBetween(draft.startedAt, now()));
  return (
    <button
      type="button"
      className={styles.stop}
      disabled={seconds < 60}
      onClick={() => onLog({ extent: minutes() })}
    >
      {words.ride.log(Math.floor(seconds / 60))}
    </button>
  );
}

/** The share of the way out and home that was calm. */
export function CalmClock({ draft, ring, onLog }: InputProps) {
  const taking = takingNow(draft);
  const seconds = useSecondsSince(taking?.startedAt);
  if (!taking) return <Start words={words.calm.start} onStart={() => begin(ring)} />;
  const tense = taking.tenseSince !== null;
  const calm = clock(Math.floor(calmSeconds(taking, now())));
  return (
    <>
      <p className={styles.told}>{words.calm.share(calm, clock(seconds ?? 0))}</p>
      <div className={styles.clockRow}>
        <button
          type="button"
          className={styles.plain}
          aria-pressed={tense}
          onClick={() => ring.move((draft) => isTense(draft, !tense, now()))}
        >
          {tense ? words.calm.calm : words.calm.tense}
        </button>
        <button
          type="button"
          className={styles.stop}
          onClick={() => onLog({ extent: calmShare(taking, now()) })}
        >
          {words.calm.log}
        </button>
      </div>
    </>
  );
}

/** Strides of two long sides, tapped in rhythm: the working one first. */
export function StridesPad({ draft, ring, onLog }: InputProps) {
  const taking = takingNow(draft);
  const strides = taking?.strides ?? 0;
  const usual = taking?.usual ?? null;
  const fewer = taking ? fewerStrides(taking) : null;
  return (
    <>
      <button
        type="button"
        className={styles.pad}
        onClick={() => ring.move((draft) => oneStride(draft, now()))}
      >
        {strides === 0 ? words.strides.tap : words.strides.count(strides)}
        {usual === null ? null : ` · ${words.strides.usualIs(usual)}`}
      </button>
      <div className={styles.clockRow}>
        <button
          type="button"
          className={styles.plain}
          disabled={strides === 0 && usual === null}
          onClick={() => ring.move((draft) => asUsual(draft, usual === null ? strides : null))}
        >
          {usual === null ? words.strides.usual : words.strides.again}
        </button>
        {usual === null ? null : (
          <button
            type="button"
            className={styles.stop}
            disabled={fewer === null}
            onClick={() => fewer !== null && onLog({ extent: fewer })}
          >
            {words.strides.log(fewer ?? 0)}
          </button>
        )}
      </div>
    </>
  );
}

interface LetGoProps extends InputProps {
  onNot: () => void;
}

/** From presenting a thing until it let go of it. */
export function LetGoClock({ draft, ring, onLog, onNot }: LetGoProps) {
  const taking = takingNow(draft);
  const seconds = useSecondsSince(taking?.startedAt);
  if (!taking) return <Start words={words.letGo.present} onStart={() => begin(ring)} />;
  return (
    <div className={styles.clockRow}>
      <button type="button" className={styles.stop} onClick={() => onLog({})}>
        {words.letGo.now(clock(seconds ?? 0))}
      </button>
      <button type="button" className={styles.plain} onClick={onNot}>
        {words.letGo.not}
      </button>
      <button
        type="button"
        className={styles.small}
        aria-label={words.letGo.stop}
        onClick={() => ring.move((draft) => ({ ...draft, taking: null }))}
      >
        ✕
      </button>
    </div>
  );
}

function Start({ words, onStart }: { words: string; onStart: () => void }) {
  return (
    <button type="button" className={styles.start} onClick={onStart}>
      {words}
    </button>
  );
}

function Progress({ share }: { share: number }) {
  return (
    <div
      className={styles.progress}
      role="progressbar"
      aria-label={words.standing.progress}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.min(100, Math.round(100 * share))}
    >
      <span style={{ width: `${Math.min(100, 100 * share)}%` }} />
    </div>
  );
}
