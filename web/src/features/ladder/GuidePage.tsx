// A step's page in the ladder: what to do, when it is good, what goes wrong, what it opens.
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { guideQuery, meQuery } from "../../shared/api/queries";
import type { GuideLink, StepGuide } from "../../shared/api/types";
import { StateMark } from "../../shared/drawing/StateMark";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import { Figures } from "../../shared/ui/Figures";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { Decisions } from "./Decisions";
import { GoalChoice } from "./GoalChoice";
import styles from "./GuidePage.module.css";

export default function GuidePage() {
  const { horse = "", step = "" } = useParams();
  const guide = useQuery(guideQuery(horse, step));
  if (guide.isPending) return <Loading />;
  if (!guide.data) return <ErrorView error={guide.error} onRetry={() => void guide.refetch()} />;
  return <Guide key={step} horse={horse} guide={guide.data} />;
}

function Guide({ horse, guide }: { horse: string; guide: StepGuide }) {
  const me = useQuery(meQuery);
  const { standing } = guide;
  const place = guide.stages.indexOf(standing.step);
  return (
    <article className={styles.page}>
      <nav className={styles.path} aria-label={text.ladder.path}>
        <Link to={`/horses/${horse}/ladder`}>← {text.guide.back}</Link>
        <Link to={`/horses/${horse}/ladder?at=${guide.phase}`}>
          {guide.phase} {guide.phase_title}
        </Link>
        <Link to={`/horses/${horse}/ladder?at=${guide.exercise}`}>{guide.name}</Link>
        <span className={styles.soft}>
          {text.guide.stageOf(place + 1, guide.stages.length)} · {standing.step}
        </span>
      </nav>
      <h1>
        {guide.name}: {guide.stage}
      </h1>
      <p className={styles.state}>
        <StateMark state={standing.state} /> <strong>{text.ladder.states[standing.state]}</strong>:{" "}
        {standing.why}{" "}
        <Link to={`/horses/${horse}/sheet/${standing.step}`}>{text.guide.chart}</Link>
      </p>
      <div className={styles.columns}>
        <div className={styles.told}>
          <section className={styles.work}>
            <div>
              <h2>{text.guide.does}</h2>
              <p>{guide.does}</p>
            </div>
            <div>
              <h2>{text.guide.looks}</h2>
              <p>{guide.looks}</p>
            </div>
          </section>
          <Criterion guide={guide} />
          <Faults guide={guide} />
          <Scale guide={guide} />
        </div>
        <div className={styles.beside}>
          {guide.cautions.length > 0 ? (
            <section className={styles.cautions}>
              <h2>{text.guide.cautions}</h2>
              <ul>
                {guide.cautions.map((caution) => (
                  <li key={caution}>{caution}</li>
                ))}
              </ul>
            </section>
          ) : null}
          <Links
            horse={horse}
            title={text.ladder.needs}
            links={guide.needs}
            none={text.ladder.nothingNeeded}
          />
          <Links
            horse={horse}
            title={text.ladder.opens}
            links={guide.opens}
            none={text.ladder.opensNothing}
          />
          <Facts guide={guide} />
          {me.data?.can_change ? <GoalChoice horse={horse} step={standing.step} /> : null}
          <Decisions horse={horse} guide={guide} canDecide={me.data?.can_change ?? false} />
          <p className={styles.soft}>{guide.disclaimer}</p>
        </div>
      </div>
    </article>
  );
}

function Criterion({ guide }: { guide: StepGuide }) {
  const { criteria } = guide;
  return (
    <section>
      <h2>{text.guide.criterion}</h2>
      <dl className={styles.terms}>
        <dt>{text.guide.light}</dt>
        <dd>{criteria.answer}</dd>
        <dt>{text.guide.ready}</dt>
        <dd>{criteria.ready}</dd>
        <dt>{text.guide.confirmed}</dt>
        <dd>{criteria.confirmed}</dd>
        <dt>{text.guide.dose}</dt>
        <dd>
          {guide.dose}; {guide.sides}
        </dd>
      </dl>
      {criteria.rows.length === 0 ? (
        <p className={styles.soft}>{text.guide.neverAsked}</p>
      ) : (
        <ScrollBox label={text.guide.criterion} className={styles.scroll}>
          <DataTable columns={text.guide.criterionColumns}>
            {criteria.rows.map((row) => (
              <tr key={row.side + row.of + row.words}>
                <td>{row.of}</td>
                <td>{row.side === "none" ? "" : row.side}</td>
                <td>{row.words}</td>
                <td>
                  {row.met ? "✓" : "·"} {row.now}
                </td>
                <td>{row.wants}</td>
              </tr>
            ))}
          </DataTable>
          <Figures of={text.guide.criterion}>
            <DataTable columns={text.guide.exactColumns}>
              {criteria.rows.map((row) => (
                <tr key={row.side + row.of + row.words}>
                  <td>{row.of}</td>
                  <td>{row.side === "none" ? "" : row.side}</td>
                  <td>{row.words}</td>
                  <td>{exactly(row.figure)}</td>
                  <td>{exactly(row.wanted)}</td>
                </tr>
              ))}
            </DataTable>
          </Figures>
        </ScrollBox>
      )}
    </section>
  );
}

const exactly = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(2));

function Faults({ guide }: { guide: StepGuide }) {
  return (
    <section>
      <h2>{text.guide.faults}</h2>
      <ScrollBox label={text.guide.faults} className={styles.scroll}>
        <DataTable columns={text.guide.faultColumns}>
          {guide.faults.map((fault) => (
            <tr key={fault.code}>
              <th scope="row">{fault.looks}</th>
              <td>{fault.first}</td>
              <td>{fault.second ?? "–"}</td>
              <td>{fault.counts_as}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </section>
  );
}

function Scale({ guide }: { guide: StepGuide }) {
  if (guide.scale.length === 0) return null;
  return (
    <section>
      <h2>{text.guide.scale}</h2>
      <ol className={styles.scale}>
        {guide.scale.map((one) => (
          <li key={one.level} className={one.in_band ? styles.inBand : styles.level}>
            <strong>{one.level}</strong>
            <span>
              {one.words}
              {one.in_band ? <em> {text.guide.inBand}</em> : null}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Links({
  horse,
  title,
  links,
  none,
}: {
  horse: string;
  title: string;
  links: GuideLink[];
  none: string;
}) {
  return (
    <section>
      <h2>{title}</h2>
      {links.length === 0 ? <p className={styles.soft}>{none}</p> : null}
      <ul className={styles.links}>
        {links.map((link) => (
          <li key={link.step}>
            <Link to={`/horses/${horse}/ladder/${link.step}`}>
              <StateMark state={link.state} />
              <span>
                {link.name} ({text.ladder.states[link.state]})
                <span className={styles.small}>
                  {[link.must, link.words].filter(Boolean).join(" · ")}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Set-up, kit, helper, age, schools: what there is to say of each. */
function Facts({ guide }: { guide: StepGuide }) {
  return (
    <dl className={styles.facts}>
      <dt>{text.guide.goodFor}</dt>
      <dd>{guide.good_for}</dd>
      <dt>{text.guide.ask}</dt>
      <dd>{guide.ask}</dd>
      {guide.set_ups.map((setUp) => (
        <div key={setUp.code}>
          <dt>
            {text.guide.setUp}: {setUp.name}
          </dt>
          <dd>{setUp.words}</dd>
        </div>
      ))}
      <dt>{text.guide.kit}</dt>
      <dd>{guide.kit.length > 0 ? guide.kit.join(", ") : text.guide.noKit}</dd>
      {guide.helper ? (
        <>
          <dt>{text.guide.helper}</dt>
          <dd>{guide.helper}</dd>
        </>
      ) : null}
      {guide.least_age ? (
        <>
          <dt>{text.guide.age}</dt>
          <dd>{guide.least_age}</dd>
        </>
      ) : null}
      {guide.schools.length > 0 ? (
        <>
          <dt>{text.guide.schools}</dt>
          {guide.schools.map((note) => (
            <dd key={note.key}>
              {note.question}: <strong>{note.option}</strong>. {note.words}
            </dd>
          ))}
        </>
      ) : null}
    </dl>
  );
}
