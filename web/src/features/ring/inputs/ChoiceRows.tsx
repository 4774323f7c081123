// What is chosen of an answer beside its bar: one of a row, by one tap.
import type { AnswerChoiceRow } from "../../../shared/api/types";
import { taking } from "../../../shared/text/en.taking";
import type { More } from "../ringDraft";
import styles from "./inputs.module.css";

type Choice = AnswerChoiceRow["choices"][number];

interface Props {
  row: AnswerChoiceRow;
  /** What holds now, by field. */
  said: More;
  /** The fields that are set; said again they are unsaid. */
  onChoose: (sets: More) => void;
}

/** The row whose choices are the corners of the arena. */
const CORNERS = "corner";

export function Choices({ row, said, onChoose }: Props) {
  return (
    <fieldset className={styles.row} data-row={row.code}>
      <legend>{row.name}</legend>
      <div className={row.code === CORNERS ? styles.arena : styles.choices}>
        {row.choices.map((choice) => (
          <button
            key={choice.label}
            type="button"
            aria-label={choice.name}
            aria-pressed={isSaid(choice, said)}
            className={isSaid(choice, said) ? styles.choiceOn : styles.choice}
            onClick={() => onChoose(choice.sets)}
          >
            {choice.label}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

/** The same in one button: each tap says the next of the row, and after the last one nothing. */
export function Turning({ row, said, onChoose }: Props) {
  const place = row.choices.findIndex((one) => isSaid(one, said));
  const now = row.choices[place];
  const next = row.choices[place + 1] ?? now;
  return (
    <button
      type="button"
      data-row={row.code}
      className={now ? styles.turningOn : styles.turning}
      onClick={() => next && onChoose(next.sets)}
    >
      <span>{row.short}</span>
      <strong>{now?.label ?? taking.notCounted}</strong>
      <span className="visually-hidden">{now?.name ?? row.name}</span>
    </button>
  );
}

export function isSaid({ sets }: Choice, said: More): boolean {
  return Object.entries(sets).every(([field, value]) => said[field] === value);
}
