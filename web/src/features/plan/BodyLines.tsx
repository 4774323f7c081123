// What the horse's body bears today: load, rider, heat, condition, growth, who comes. The mark of each is where
// what is fine ends.
import type { BodyLine } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { Figures } from "../../shared/ui/Figures";
import styles from "./BodyLines.module.css";

/** So much of what is fine is the whole length of a gauge. */
const WHOLE = 1.6;

export function BodyLines({ lines }: { lines: BodyLine[] }) {
  if (lines.length === 0) return null;
  return (
    <section className={styles.body} data-body-lines>
      <h2>{text.plan.body}</h2>
      <dl>
        {lines.map((line) => (
          <div key={line.part} className={styles[line.verdict]} data-part={line.part}>
            <dt>
              {line.name}
              {typeof line.of_fine === "number" ? <Gauge share={line.of_fine} /> : null}
            </dt>
            <dd>
              {line.words}
              {line.exact ? <Figures of={line.name}>{line.exact}</Figures> : null}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Gauge({ share }: { share: number }) {
  return (
    <span className={styles.gauge} aria-hidden="true">
      <span style={{ width: `${(100 * Math.min(share, WHOLE)) / WHOLE}%` }} />
      <i style={{ left: `${100 / WHOLE}%` }} />
    </span>
  );
}
