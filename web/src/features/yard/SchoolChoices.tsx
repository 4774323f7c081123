// The questions where practitioners disagree, each side with a neutral sentence.
import type { School } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./SchoolChoices.module.css";

interface Props {
  schools: School[];
  chosen: Record<string, string>;
  /** What holds where nothing is chosen: the yard's school, for a horse. */
  inherited?: Record<string, string>;
  onChoose: (key: string, code: string | null) => void;
  disabled?: boolean;
}

export function SchoolChoices({ schools, chosen, inherited, onChoose, disabled = false }: Props) {
  return (
    <div className={styles.schools}>
      {schools.map((school) => (
        <fieldset key={school.key} className={styles.school} disabled={disabled}>
          <legend>{school.question}</legend>
          <div className={styles.options}>
            {inherited ? (
              <label className={styles.option}>
                <input
                  type="radio"
                  name={school.key}
                  checked={chosen[school.key] === undefined}
                  onChange={() => onChoose(school.key, null)}
                />
                <span>{text.horse.asYard(nameOf(school, inherited[school.key]))}</span>
              </label>
            ) : null}
            {school.options.map((option, place) => (
              <label key={option.code} className={styles.option}>
                <input
                  type="radio"
                  name={school.key}
                  checked={
                    chosen[school.key] === option.code ||
                    (!inherited && chosen[school.key] === undefined && place === 0)
                  }
                  onChange={() => onChoose(school.key, option.code)}
                />
                <span>
                  <strong>{option.name}</strong>
                  <span className={styles.words}>{option.words}</span>
                </span>
              </label>
            ))}
          </div>
          <p className={styles.effect}>{text.yard.changes(school.effect)}</p>
        </fieldset>
      ))}
    </div>
  );
}

function nameOf(school: School, code: string | undefined): string {
  return (school.options.find((one) => one.code === code) ?? school.options[0])?.name ?? "";
}
