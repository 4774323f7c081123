import { Link } from "react-router";
import type { DebriefRow } from "../../shared/api/types";
import { type AskDot, AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import { askFigure } from "../../shared/ui/askFigure";
import styles from "./DebriefPage.module.css";

/** Each exercise as it went: its two sides beside each other, left at the left. */
export function DebriefRows({ horse, rows }: { horse: string; rows: DebriefRow[] }) {
  const steps = [...new Set(rows.map((row) => row.step))];
  return (
    <ol className={styles.rows}>
      {steps.map((step) => {
        const sides = rows.filter((row) => row.step === step);
        return (
          <li key={step} className={styles.row}>
            <h2 className={styles.name}>
              <Link to={`/horses/${horse}/sheet/${step}`}>{sides[0]?.name}</Link>
            </h2>
            <ul className={styles.sides}>
              {sides.map((row) => (
                <OneSide key={row.side} row={row} />
              ))}
            </ul>
          </li>
        );
      })}
    </ol>
  );
}

function OneSide({ row }: { row: DebriefRow }) {
  return (
    <li className={styles[row.side]} data-step={row.step} data-side={row.side}>
      {row.side === "none" ? null : <h3 className={styles.side}>{row.side}</h3>}
      <AskDots
        dots={row.asks.map((one, place) => dot(one, place, row.unit))}
        band={row.judged_by === "L" ? row.band : null}
        label={`${text.debrief.asks}, ${row.name} ${row.side === "none" ? "" : row.side}`}
        height={64}
      />
      <p className={styles.words}>{row.words}</p>
    </li>
  );
}

function dot(one: DebriefRow["asks"][number], place: number, unit: string | null): AskDot {
  const { ask } = one;
  return {
    id: ask.id ?? String(place),
    level: ask.level ?? null,
    answered: ask.answered,
    heavy: one.heavy,
    figure: askFigure(one.ask, unit),
    name: `${ask.answered ? "" : "none up to "}${ask.level ?? ""} ${one.heavy ? text.debrief.heavy : text.debrief.accepted}`,
  };
}
