// What was read of a text: each session with its answers as dots, and what is to be mended.
import type { EntryView } from "../../shared/api/types";
import { AskDots } from "../../shared/drawing/AskDots";
import { longDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { entry as words } from "../../shared/text/en.entry";
import { Lines } from "../../shared/ui/Lines";
import { dotOf } from "../debrief/dotOf";
import styles from "./Entry.module.css";

export type ReadSession = EntryView["sessions"][number];

export function EntrySessions({ sessions }: { sessions: ReadSession[] }) {
  return (
    <>
      {sessions.map((one, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the sessions of a text have nothing but their place
        <section key={place} className={styles.session}>
          <h3>
            {longDay(one.session.date)}, {text.debrief.kind[one.session.kind ?? ""]}
          </h3>
          {one.already ? <p className={styles.already}>{one.already}</p> : null}
          {one.settled ? <p>{one.settled}</p> : null}
          {one.rows.map((row) => (
            <Row key={`${row.line}:${row.side}`} row={row} />
          ))}
          <Lines lines={one.events} />
          {one.session.note ? <p className={styles.note}>{one.session.note}</p> : null}
        </section>
      ))}
    </>
  );
}

function Row({ row }: { row: ReadSession["rows"][number] }) {
  const side = row.side === "none" ? "" : row.side;
  return (
    <div className={styles.row} data-row={row.step} data-side={row.side}>
      <p className={styles.name}>
        {row.name} {side ? <strong className={styles[row.side]}>{side}</strong> : null}
      </p>
      {row.asks.length === 0 ? null : (
        <AskDots
          dots={row.asks.map(dotOf)}
          band={row.kind === "L" ? row.band : null}
          label={`${words.asks}, ${row.name} ${side}`}
          height={64}
        />
      )}
    </div>
  );
}

interface ProblemsProps {
  problems: EntryView["problems"];
  onGo: (problem: EntryView["problems"][number]) => void;
}

/** Each problem by its place; a tap goes there. */
export function EntryProblems({ problems, onGo }: ProblemsProps) {
  if (problems.length === 0) return null;
  return (
    <section>
      <h2>{words.problems}</h2>
      <ul className={styles.problems}>
        {problems.map((one) => (
          <li key={`${one.line}.${one.column}.${one.words}`}>
            <button type="button" onClick={() => onGo(one)}>
              {words.at(one.line, one.column)}
            </button>{" "}
            {one.value ? <code>{one.value}</code> : null} {one.words}
          </li>
        ))}
      </ul>
    </section>
  );
}
