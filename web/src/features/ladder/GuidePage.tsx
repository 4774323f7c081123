// A step's page in the ladder: what to do, when it is good, what goes wrong, what it opens.
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { guideQuery, meQuery } from "../../shared/api/queries";
import type { GuideLink, StepGuide } from "../../shared/api/types";
import { StateMark } from "../../shared/drawing/StateMark";
import { text } from "../../shared/text/en";
import { ground } from "../../shared/text/en.ground";
import { DataTable } from "../../shared/ui/DataTable";
import { Figures } from "../../shared/ui/Figures";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { groundLink } from "../ground/useGroundAddress";
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

interface GuideProps {
  horse: string;
  guide: StepGuide;
}

function Guide({ horse, guide }: GuideProps) {
  const { standing } = guide;
  return (
    <article className={styles.page}>
      <Path horse={horse} guide={guide} />
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
        <Beside horse={horse} guide={guide} />
      </div>
    </article>
  );
}

function Path({ horse, guide }: GuideProps) {
  const step = guide.standing.step;
  const place = guide.stages.indexOf(step);
  return (
    <nav className={styles.path} aria-label={text.ladder.path}>
      <Link to={`/horses/${horse}/ladder`}>← {text.guide.back}</Link>
      <Link to={`/horses/${horse}/ladder?at=${guide.phase}`}>
        {guide.phase} {guide.phase_title}
      </Link>
      <Link to={`/horses/${horse}/ladder?at=${guide.exercise}`}>{guide.name}</Link>
      <span className={styles.soft}>
        {text.guide.stageOf(place + 1, guide.stages.length)} · {step}
      </span>
    </nav>
  );
}

/** What to take care of, what it hangs together with, and what was decided. */
function Beside({ horse, guide }: GuideProps) {
  const canChange = useQuery(meQuery).data?.can_change ?? false;
  return (
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
      {canChange ? <GoalChoice horse={horse} step={guide.standing.step} /> : null}
      <Decisions horse={horse} guide={guide} canDecide={canChange} />
      <p className={styles.soft}>{guide.disclaimer}</p>
    </div>
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
        <CriterionTable rows={criteria.rows} />
      )}
    </section>
  );
}

type CriterionRow = StepGuide["criteria"]["rows"][number];

/** What it has and what it wants, in words; the exact figures below. */
function CriterionTable({ rows }: { rows: CriterionRow[] }) {
  return (
    <ScrollBox label={text.guide.criterion} className={styles.scroll}>
      <DataTable columns={text.guide.criterionColumns}>
        {rows.map((row) => (
          <Criteria key={row.side + row.of + row.words} row={row}>
            <td>
              {row.met ? "✓" : "·"} {row.now}
            </td>
            <td>{row.wants}</td>
          </Criteria>
        ))}
      </DataTable>
      <Figures of={text.guide.criterion}>
        <DataTable columns={text.guide.exactColumns}>
          {rows.map((row) => (
            <Criteria key={row.side + row.of + row.words} row={row}>
              <td>{exactly(row.figure)}</td>
              <td>{exactly(row.wanted)}</td>
            </Criteria>
          ))}
        </DataTable>
      </Figures>
    </ScrollBox>
  );
}

function Criteria({ row, children }: { row: CriterionRow; children: ReactNode }) {
  return (
    <tr>
      <td>{row.of}</td>
      <td>{row.side === "none" ? "" : row.side}</td>
      <td>{row.words}</td>
      {children}
    </tr>
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
  const { horse = "", step } = useParams();
  const kit = guide.kit.length > 0 ? guide.kit.join(", ") : text.guide.noKit;
  return (
    <dl className={styles.facts}>
      <Fact name={text.guide.goodFor} words={guide.good_for} />
      <Fact name={text.guide.ask} words={guide.ask} />
      {guide.set_ups.map(({ code, name, words }) => (
        <Fact
          key={code}
          name={`${text.guide.setUp}: ${name}`}
          words={words}
          link={groundLink(horse, step, code)}
          linkName={ground.open(name)}
        />
      ))}
      <Fact name={text.guide.kit} words={kit} />
      {guide.helper ? <Fact name={text.guide.helper} words={guide.helper} /> : null}
      {guide.least_age ? <Fact name={text.guide.age} words={guide.least_age} /> : null}
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

interface FactProps {
  name: string;
  words: string;
  /** Where there is more of it, and what that is called. */
  link?: string;
  linkName?: string;
}

function Fact({ name, words, link, linkName }: FactProps) {
  return (
    <>
      <dt>{name}</dt>
      <dd>
        {words} {link ? <Link to={link}>{linkName}</Link> : null}
      </dd>
    </>
  );
}
