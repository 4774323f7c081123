// The report as its owner reads it.
import type { OwnerReport, ReportSection } from "../../shared/api/types";
import { ChartView } from "../../shared/chart/ChartView";
import styles from "./ReportPage.module.css";

interface Props {
  report: OwnerReport;
  /** As it is being written; the one that is sent is what stands here then. */
  paragraph: string;
}

export function ReportView({ report, paragraph }: Props) {
  return (
    <section aria-label={report.title} className={styles.report}>
      <h2 className={styles.title}>{report.title}</h2>
      <p className={styles.soft}>{report.made}</p>
      <dl className={styles.head}>
        {report.head.map((one) => (
          <div key={one.name}>
            <dt>{one.name}</dt>
            <dd>{one.words}</dd>
          </div>
        ))}
      </dl>
      {paragraph.trim() ? <blockquote className={styles.own}>{paragraph.trim()}</blockquote> : null}
      {report.sections.map((section) => (
        <Section key={section.code} section={section} />
      ))}
      <footer className={styles.closing}>
        {report.closing.map((one) => (
          <p key={one}>{one}</p>
        ))}
      </footer>
    </section>
  );
}

function Section({ section }: { section: ReportSection }) {
  return (
    <section data-part={section.code}>
      <h3>{section.title}</h3>
      {section.sentences.map((one) => (
        <p key={one}>{one}</p>
      ))}
      {section.items.length > 0 ? (
        <ul>
          {section.items.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : null}
      {section.charts.length > 0 ? (
        <div className={styles.charts}>
          {section.charts.map((chart) => (
            <ChartView key={chart.code} chart={chart} />
          ))}
        </div>
      ) : null}
    </section>
  );
}
