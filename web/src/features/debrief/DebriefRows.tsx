import type { DebriefRow } from "../../shared/api/types";
import { type AskDot, AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import styles from "./DebriefPage.module.css";

export function DebriefRows({ rows }: { rows: DebriefRow[] }) {
  return (
    <ol className={styles.rows}>
      {rows.map((row) => (
        <li
          key={row.step + row.side}
          className={styles.row}
          data-step={row.step}
          data-side={row.side}
        >
          <div>
            <h2 className={styles.name}>
              {row.name}
              {row.side === "none" ? (
                ""
              ) : (
                <span className={row.side === "left" ? styles.left : styles.right}>
                  , {row.side}
                </span>
              )}
            </h2>
            <p className={styles.words}>{row.words}</p>
          </div>
          <div>
            <AskDots
              dots={row.asks.map(dot)}
              band={row.judged_by === "L" ? row.band : null}
              label={`${text.debrief.asks}, ${row.name} ${row.side}`}
              height={84}
            />
            <p className={styles.figures}>
              {row.asks.map((one) => figure(one, row.unit)).join("  ")}
            </p>
          </div>
        </li>
      ))}
    </ol>
  );
}

function dot(one: DebriefRow["asks"][number], place: number): AskDot {
  const { ask } = one;
  return {
    id: ask.id ?? String(place),
    level: ask.level ?? null,
    answered: ask.answered,
    heavy: one.heavy,
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
