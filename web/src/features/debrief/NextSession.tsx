import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { planQuery } from "../../shared/api/queries";
import type { PlanPage } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./DebriefPage.module.css";

/** With what it begins: the first knot in which something is asked. */
function FirstLine({ plan }: { plan: PlanPage["plan"] }) {
  const first = plan.items.find((item) => item.step);
  if (!first) return null;
  return (
    <p data-first-line>
      <strong>
        {text.debrief.first} {first.name}
        {first.stage ? `, ${first.stage}` : ""}
      </strong>
      {first.dose ? `: ${first.dose}` : ""}
    </p>
  );
}

/** The next session as it now stands, in a line each. */
export function NextSession({ horse }: { horse: string }) {
  const plan = useQuery(planQuery(horse, { helper: false }));
  if (!plan.data) return null;
  return (
    <section className={styles.next}>
      <h2>{text.debrief.next}</h2>
      <p>{plan.data.plan.headline}</p>
      <FirstLine plan={plan.data.plan} />
      <ul>
        {plan.data.plan.items
          .filter(
            (item) => item.kind === "repair" || item.kind === "new" || item.kind === "practice",
          )
          .map((item) => (
            <li key={item.id}>
              <strong>
                {item.kind_words}: {item.name}, {item.stage}
              </strong>
              <br />
              {item.why.text}
            </li>
          ))}
      </ul>
      <Button component={Link} to={`/horses/${horse}/plan`} variant="outlined">
        {text.debrief.toPlan}
      </Button>
    </section>
  );
}
