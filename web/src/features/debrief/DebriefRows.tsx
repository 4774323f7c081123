import type { DebriefRow } from "../../shared/api/types";
import { type AskDot, AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import styles from "./DebriefPage.module.css";

/** Each exercise as it went: its two sides beside each other, left at the left. */
export function DebriefRows({ rows }: { rows: DebriefRow[] }) {
  const steps = [...new Set(rows.map((row) => row.step))];
  return (
    <ol className={styles.rows}>
      {steps.map((step) => {
        const sides = rows.filter((row) => row.step === step);
        return (
          <li key={step} className={styles.row}>
            <h2 className={styles.name}>{sides[0]?.name}</h2>
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
    figure: figure(one, unit),
    name: `${ask.answered ? "" : "none up to "}${ask.level ?? ""} ${one.heavy ? text.debrief.heavy : text.debrief.accepted}`,
  };
}

/** The ask as one would write it down: 5, -7 for none up to 7, ! tight, x wrong. */
function figure(one: DebriefRow["asks"][number], unit: string | null): string {
  const { ask } = one;
  const value =
    ask.level != null
      ? String(ask.level)
      : ask.extent != null
        ? `${ask.extent} ${unit ?? ""}`
        : ask.let_go_s != null
          ? `${ask.let_go_s} s`
          : "·";
  const marks =
    (ask.correct === "no" ? "x" : ask.correct === "nearly" ? "n" : "") +
    (ask.tension === "alarmed" ? "!!" : ask.tension === "tight" ? "!" : "") +
    (ask.over ? "^" : "");
  return `${ask.answered ? "" : "-"}${value}${marks}`;
}
