// What taking a file in would do: how much of it is new, what differs, session by session.
import type { Arriving, Novelty, Tally } from "../../shared/api/types";
import { fullDay } from "../../shared/text/days";
import { exchangeText as text } from "../../shared/text/en.exchange";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import styles from "./Exchange.module.css";

const CAME = ["new", "equal", "different", "struck-out"] as const satisfies readonly Novelty[];
const PARTS = ["whole_sessions", "asks", "events", "rest"] as const;

export function ArrivingView({ arriving }: { arriving: Arriving }) {
  const { name, horse, renamed } = arriving;
  return (
    <div className={styles.arriving}>
      <p className={styles.lead}>
        <strong>{horse === null ? text.isNew(name) : text.isThere(name)}</strong>{" "}
        {renamed > 0 ? text.renamed(renamed) : ""}
        {nothingNew(arriving) ? text.nothingNew : ""}
      </p>
      <Tallies arriving={arriving} />
      <div className={styles.details}>
        <Sessions arriving={arriving} />
        <Beside arriving={arriving} />
        <Differing arriving={arriving} />
      </div>
    </div>
  );
}

const nothingNew = (arriving: Arriving) =>
  arriving.horse !== null && PARTS.every((part) => (arriving[part].new ?? 0) === 0);

function Tallies({ arriving }: { arriving: Arriving }) {
  return (
    <DataTable columns={[text.part, ...CAME.map((one) => text.came[one])]}>
      {PARTS.map((part) => (
        <tr key={part}>
          <th scope="row">{text.parts[part]}</th>
          {CAME.map((came) => (
            <td key={came} data-came={came} data-none={countOf(arriving, part, came) === 0}>
              {countOf(arriving, part, came)}
            </td>
          ))}
        </tr>
      ))}
    </DataTable>
  );
}

const countOf = (arriving: Arriving, part: (typeof PARTS)[number], came: Novelty) =>
  arriving[part][came === "struck-out" ? "struck_out" : came] ?? 0;

function Sessions({ arriving }: { arriving: Arriving }) {
  const sessions = arriving.sessions.filter((one) => one.came !== "equal" || !isEqual(one.inside));
  if (sessions.length === 0) return null;
  return (
    <section>
      <h3>{text.sessionsTitle}</h3>
      <ScrollBox label={text.sessionsTitle} className={styles.list}>
        <ul>
          {sessions.map((one) => (
            <li key={one.path} data-came={one.came}>
              {fullDay(one.date)}, {one.kind}: {text.came[one.came].toLowerCase()}
              <span className={styles.soft}>{text.inside(one.inside.new ?? 0)}</span>
            </li>
          ))}
        </ul>
      </ScrollBox>
    </section>
  );
}

const isEqual = (inside: Tally) => !inside.new && !inside.different && !inside.struck_out;

function Beside({ arriving }: { arriving: Arriving }) {
  if (arriving.beside.length === 0) return null;
  return (
    <section>
      <h3>{text.beside}</h3>
      <ScrollBox label={text.beside} className={styles.list}>
        <ul>
          {arriving.beside.map((one) => (
            <li key={one.path}>
              <code>{one.path}</code> {shown(one.theirs)}
            </li>
          ))}
        </ul>
      </ScrollBox>
    </section>
  );
}

function Differing({ arriving }: { arriving: Arriving }) {
  if (arriving.differing.length === 0) return null;
  return (
    <section>
      <h3>{text.differing}</h3>
      <ScrollBox label={text.differing} className={styles.list}>
        <DataTable columns={[text.place, text.here, text.there]}>
          {arriving.differing.map((one) => (
            <tr key={one.path}>
              <td>
                <code>{one.path}</code>
              </td>
              <td>{shown(one.mine)}</td>
              <td>{shown(one.theirs)}</td>
            </tr>
          ))}
        </DataTable>
        {arriving.untold > 0 ? <p>{text.untold(arriving.untold)}</p> : null}
      </ScrollBox>
    </section>
  );
}

/** A value of the file as it stands there; of a group, its fields. */
function shown(value: unknown): string {
  if (value === null || value === undefined) return "";
  if (typeof value !== "object" || Array.isArray(value))
    return typeof value === "string" ? value : JSON.stringify(value);
  return Object.entries(value)
    .map(([name, one]) => `${name}: ${shown(one) || "–"}`)
    .join("; ");
}
