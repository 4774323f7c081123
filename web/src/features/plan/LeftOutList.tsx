// What is tempting and not in today's plan, of the same rank as what is.
import Button from "@mui/material/Button";
import { useState } from "react";
import type { LeftOut } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { Figures } from "../../shared/ui/Figures";
import styles from "./PlanPage.module.css";

const SHOWN = 4;

export function LeftOutList({ left }: { left: LeftOut[] }) {
  const [all, setAll] = useState(false);
  if (left.length === 0) return null;
  const shown = all ? left : left.slice(0, SHOWN);
  return (
    <section>
      <h2>{text.plan.whyNot}</h2>
      <ul className={styles.leftOut}>
        {shown.map((one) => (
          <li key={one.name} data-reason={one.reason} data-step={one.step ?? ""}>
            <h3>{one.name}</h3>
            <p data-why>{one.why.text}</p>
            {one.why.exact ? <Figures of={one.name}>{one.why.exact}</Figures> : null}
          </li>
        ))}
      </ul>
      {left.length > SHOWN ? (
        <Button size="small" className="no-print" onClick={() => setAll(!all)}>
          {all ? text.plan.fewer : text.plan.more(left.length - SHOWN)}
        </Button>
      ) : null}
    </section>
  );
}
