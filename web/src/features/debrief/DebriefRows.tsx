import { Link } from "react-router";
import type { DebriefRow } from "../../shared/api/types";
import { AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import { Figures } from "../../shared/ui/Figures";
import styles from "./DebriefPage.module.css";
import { dotOf } from "./dotOf";

interface Props {
  horse: string;
  rows: DebriefRow[];
  /** How what the coach said is headed. */
  coach: string;
}

/** Each exercise as it went: its two sides beside each other, left at the left. */
export function DebriefRows({ horse, rows, coach }: Props) {
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
                <OneSide key={row.side} row={row} coach={coach} />
              ))}
            </ul>
          </li>
        );
      })}
    </ol>
  );
}

/** What the coach said, answer by answer: unfolded where something else was done. */
function Said({ row, title }: { row: DebriefRow; title: string }) {
  if (row.said.length === 0) return null;
  return (
    <details className={styles.replay} open={row.said.some((one) => one.instead)}>
      <summary>{title}</summary>
      <ol>
        {row.said.map((one, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: what was said has nothing but its place
          <li key={place} data-instead={Boolean(one.instead)}>
            {text.debrief.after(one.after)} {one.said}
            {one.instead ? <strong> {text.debrief.instead(one.instead)}</strong> : null}
          </li>
        ))}
      </ol>
    </details>
  );
}

function OneSide({ row, coach }: { row: DebriefRow; coach: string }) {
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
      {row.moved ? <p className={styles.words}>{row.moved}</p> : null}
      <Said row={row} title={coach} />
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
