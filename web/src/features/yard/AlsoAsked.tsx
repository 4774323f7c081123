import { api } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { ProblemList } from "../../shared/ui/Problems";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

/** What the ring asks of every answer beside the usual: nothing, until the yard wants it. */
export function AlsoAsked({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((also: Record<string, boolean>) =>
    api.put("/api/yard/also", { body: { also } }),
  );
  const isOn = (code: string, on: boolean) =>
    (save.isPending ? save.variables?.[code] : undefined) ?? on;
  return (
    <fieldset className={styles.section} disabled={!canChange} style={{ border: 0, padding: 0 }}>
      <legend className={styles.lead}>{taking.also}</legend>
      <p className={styles.soft}>{taking.alsoHelp}</p>
      <ProblemList error={save.error} lead={text.state.failed} />
      {yard.also.map(({ code, name, help, on }) => (
        <label key={code} className={styles.check}>
          <input
            type="checkbox"
            checked={isOn(code, on)}
            onChange={(event) => save.mutate({ [code]: event.target.checked })}
          />
          <span>
            {name}: {help}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
