import { Link } from "react-router";
import type { DebriefRow } from "../../shared/api/types";
import { AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import { Figures } from "../../shared/ui/Figures";
import styles from "./DebriefPage.module.css";
import { dotOf } from "./dotOf";

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
        dots={row.asks.map(dotOf)}
        band={row.kind === "L" ? row.band : null}
        label={`${text.debrief.asks}, ${row.name} ${row.side === "none" ? "" : row.side}`}
        height={64}
      />
      <Beside asks={row.asks} />
      <p className={styles.words}>{row.words}</p>
      <Figures of={`${row.name} ${row.side === "none" ? "" : row.side}`}>{row.exact}</Figures>
    </li>
  );
}

/** What else was said of an answer, where something was. */
function Beside({ asks }: { asks: DebriefRow["asks"] }) {
  const told = asks.filter((one) => one.beside);
  if (told.length === 0) return null;
  return (
    <ul className={styles.beside} aria-label={text.debrief.beside}>
      {told.map((one, place) => (
        <li key={one.ask.id ?? place}>
          {one.words}: {one.beside}
        </li>
      ))}
    </ul>
  );
}
