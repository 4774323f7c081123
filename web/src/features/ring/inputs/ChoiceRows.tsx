// What is chosen of an answer beside its bar: one of a row, by one tap.
import type { ChoiceRow } from "../../../shared/api/types";
import type { More } from "../ringDraft";
import styles from "./inputs.module.css";

type Choice = ChoiceRow["choices"][number];

interface Props {
  row: ChoiceRow;
  /** What holds now, by field. */
  said: More;
  onChoose: (row: ChoiceRow, choice: Choice) => void;
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
            onClick={() => onChoose(row, choice)}
          >
            {choice.label}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

export function isSaid({ sets }: Choice, said: More): boolean {
  return Object.entries(sets).every(([field, value]) => said[field] === value);
}
