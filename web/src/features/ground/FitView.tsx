// Does it fit? By how much not, what would, what to take care of, where to ask, and what it comes to.
import Button from "@mui/material/Button";
import type { Layout } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import styles from "./GroundPage.module.css";
import type { Change, GroundAddress } from "./useGroundAddress";

interface Props {
  layout: Layout;
  change: Change;
}

export function FitView({ layout, change }: Props) {
  return (
    <section>
      <h2>{layout.name}</h2>
      <p className={styles.soft}>{layout.words}</p>
      <p className={layout.fits ? styles.fits : styles.doesNot} data-fits={layout.fits}>
        <span aria-hidden="true">{layout.fits ? "✓" : "✕"}</span> {layout.verdict}
      </p>
      <Problems layout={layout} change={change} />
      <ol className={styles.asks} aria-label={ground.steps}>
        {layout.ask_at.map((ask, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: it is known by its number
          <li key={n}>
            <strong>{n + 1}</strong>
            <span>{[ask.what, ask.where].filter(Boolean).join(", ")}</span>
          </li>
        ))}
      </ol>
      <p>{layout.rounds.words}</p>
      <ul className={styles.comesTo} aria-label={ground.comesTo}>
        {layout.comes_to.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {layout.notes.map((line) => (
        <p key={line} className={styles.soft}>
          {line}
        </p>
      ))}
      <Cautions layout={layout} />
    </section>
  );
}

function Problems({ layout, change }: Props) {
  if (layout.fits) return null;
  const { largest } = layout;
  return (
    <>
      <ul className={styles.problems}>
        {layout.problems.map((one) => (
          <li key={one.what}>{one.what}</li>
        ))}
      </ul>
      <p>{layout.largest_words}</p>
      {largest ? (
        <Button
          variant="outlined"
          onClick={() => change((now) => ({ typed: { ...withoutFeet(now, largest), ...largest } }))}
        >
          {ground.take}
        </Button>
      ) : null}
    </>
  );
}

/** What was typed, but for the number that is taken, in whatever unit it was typed. */
function withoutFeet({ typed }: GroundAddress, taken: Record<string, number>) {
  const keys = Object.keys(taken).flatMap((key) => [key, key.replace(/_m$/, "_ft")]);
  return Object.fromEntries(Object.entries(typed).filter(([key]) => !keys.includes(key)));
}

function Cautions({ layout }: { layout: Layout }) {
  if (layout.cautions.length === 0) return null;
  return (
    <div className={styles.cautions}>
      <h3>{ground.cautions}</h3>
      <ul>
        {layout.cautions.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}
