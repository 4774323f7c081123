// The session as a rope: from top to bottom as it runs, a knot an item, its reason beneath it.
import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { PlanItem } from "../../shared/api/types";
import { RopeKnot, RopeStrand } from "../../shared/drawing/RopeKnot";
import { text } from "../../shared/text/en";
import styles from "./PlanRope.module.css";
import type { PlanAction } from "./planDraft";

export function PlanRope({
  horse,
  items,
  act,
}: {
  horse: string;
  items: PlanItem[];
  act: (action: PlanAction) => void;
}) {
  const shown = items.map((item) => item.id);
  return (
    <div className={styles.stage}>
      <RopeStrand />
      <ol className={styles.rope}>
        {items.map((item) => (
          <li
            key={item.id}
            className={styles.item}
            data-kind={item.kind}
            data-step={item.step ?? ""}
          >
            <p className={styles.kind} data-kind={item.kind}>
              {item.kind_words}
            </p>
            <RopeKnot kind={item.kind} />
            <div className={styles.words}>
              <h2 className={styles.name}>
                {item.name}
                {item.stage ? <span className={styles.stageName}>, {item.stage}</span> : null}
              </h2>
              {item.step ? <p className={styles.dose}>{item.dose}</p> : null}
              <p className={styles.why} data-why>
                {item.why.text}
              </p>
              <Details horse={horse} item={item} />
            </div>
            <div className={styles.right}>
              <p className={styles.minutes}>{text.today.minutes(item.minutes)}</p>
              {item.step ? (
                <div className={`${styles.tools} no-print`}>
                  <Button
                    size="small"
                    aria-label={text.plan.moveName(knotName(item), text.plan.earlier.toLowerCase())}
                    title={text.plan.earlier}
                    onClick={() => act({ type: "move", id: item.id, by: -1, shown })}
                  >
                    ↑
                  </Button>
                  <Button
                    size="small"
                    aria-label={text.plan.moveName(knotName(item), text.plan.later.toLowerCase())}
                    title={text.plan.later}
                    onClick={() => act({ type: "move", id: item.id, by: 1, shown })}
                  >
                    ↓
                  </Button>
                  <Button
                    size="small"
                    aria-label={text.plan.dropName(knotName(item))}
                    onClick={() => act({ type: "drop", id: item.id })}
                  >
                    {text.plan.drop}
                  </Button>
                </div>
              ) : null}
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}

function Details({ horse, item }: { horse: string; item: PlanItem }) {
  return (
    <details className={styles.details}>
      <summary>
        {text.plan.details}
        <span className="visually-hidden">: {item.name}</span>
      </summary>
      <dl>
        <dt>{text.plan.doneWhen}</dt>
        <dd>{item.done_when}</dd>
        {item.remedy ? (
          <>
            <dt>
              {text.plan.ifWrong}: {item.remedy.looks}
            </dt>
            <dd>{item.remedy.first}</dd>
          </>
        ) : null}
        {item.why.exact ? (
          <>
            <dt>{text.figures}</dt>
            <dd data-figures>{item.why.exact}</dd>
          </>
        ) : null}
      </dl>
      {item.step ? (
        <Link to={`/horses/${horse}/sheet/${item.step}`} className="no-print">
          {text.step.see}
          <span className="visually-hidden">: {item.name}</span>
        </Link>
      ) : null}
    </details>
  );
}

/** Two knots can be of the same exercise: the stage tells them apart. */
function knotName(item: PlanItem): string {
  return item.step ? `${item.name}, ${item.stage}` : item.name;
}
