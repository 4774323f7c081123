import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { planQuery } from "../../shared/api/queries";
import { text } from "../../shared/text/en";
import styles from "./DebriefPage.module.css";

/** The next session as it now stands, in a line each. */
export function NextSession({ horse }: { horse: string }) {
  const plan = useQuery(planQuery(horse, { helper: false }));
  if (!plan.data) return null;
  return (
    <section className={styles.next}>
      <h2>{text.debrief.next}</h2>
      <p>{plan.data.plan.headline}</p>
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
