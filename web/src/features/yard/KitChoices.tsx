import { api } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

/** What the yard has; what it has not rests the steps that want it. */
export function KitChoices({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((missing_kit: string[]) =>
    api.put("/api/yard/kit", { body: { missing_kit } }),
  );
  const missing = save.isPending ? (save.variables ?? yard.missing_kit) : yard.missing_kit;
  return (
    <fieldset className={styles.section} disabled={!canChange} style={{ border: 0, padding: 0 }}>
      <legend className={styles.lead}>{text.yard.kitLead}</legend>
      <ProblemList error={save.error} lead={text.state.failed} />
      <div className={styles.kit}>
        {yard.kit.map((thing) => (
          <label key={thing} className={styles.check}>
            <input
              type="checkbox"
              checked={!missing.includes(thing)}
              onChange={(event) =>
                save.mutate(
                  event.target.checked
                    ? missing.filter((one) => one !== thing)
                    : [...missing, thing],
                )
              }
            />
            {thing}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
