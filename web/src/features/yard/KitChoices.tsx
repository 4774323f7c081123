import { api } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

/** What the yard has; what it has not rests the steps that want it. */
export function KitChoices({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((kit: Record<string, boolean>) =>
    api.put("/api/yard/kit", { body: { kit } }),
  );
  const has = (thing: string) =>
    (save.isPending ? save.variables?.[thing] : undefined) ?? !yard.missing_kit.includes(thing);
  return (
    <fieldset className={styles.section} disabled={!canChange} style={{ border: 0, padding: 0 }}>
      <legend className={styles.lead}>{text.yard.kitLead}</legend>
      <ProblemList error={save.error} lead={text.state.failed} />
      <div className={styles.kit}>
        {yard.kit.map((thing) => (
          <label key={thing} className={styles.check}>
            <input
              type="checkbox"
              checked={has(thing)}
              onChange={(event) => save.mutate({ [thing]: event.target.checked })}
            />
            {thing}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
