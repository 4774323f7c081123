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
        <Question
          key={school.key}
          school={school}
          chosen={chosen[school.key]}
          inherited={inherited && nameOf(school, inherited[school.key])}
          disabled={disabled}
          onChoose={(code) => onChoose(school.key, code)}
        />
      ))}
    </div>
  );
}

interface QuestionProps {
  school: School;
  chosen: string | undefined;
  /** The name of what holds where nothing is chosen; undefined: the first option. */
  inherited: string | undefined;
  disabled: boolean;
  onChoose: (code: string | null) => void;
}

function Question({ school, chosen, inherited, disabled, onChoose }: QuestionProps) {
  const isFirstByDefault = inherited === undefined && chosen === undefined;
  const radio = { type: "radio", name: school.key } as const;
  return (
    <fieldset className={styles.school} disabled={disabled}>
      <legend>{school.question}</legend>
      <div className={styles.options}>
        {inherited === undefined ? null : (
          <label className={styles.option}>
            <input {...radio} checked={chosen === undefined} onChange={() => onChoose(null)} />
            <span>{text.horse.asYard(inherited)}</span>
          </label>
        )}
        {school.options.map(({ code, name, words }, place) => (
          <label key={code} className={styles.option}>
            <input
              {...radio}
              checked={chosen === code || (isFirstByDefault && place === 0)}
              onChange={() => onChoose(code)}
            />
            <span>
              <strong>{name}</strong>
              <span className={styles.words}>{words}</span>
            </span>
          </label>
        ))}
      </div>
      <p className={styles.effect}>{text.yard.changes(school.effect)}</p>
    </fieldset>
  );
}

function nameOf(school: School, code: string | undefined): string {
  return (school.options.find((one) => one.code === code) ?? school.options[0])?.name ?? "";
}
