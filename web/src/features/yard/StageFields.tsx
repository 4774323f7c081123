import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { text } from "../../shared/text/en";
import { problemAt } from "../../shared/ui/Problems";
import styles from "./ExercisePage.module.css";
import { type ExerciseTyped, moved, type StageTyped, withStage } from "./exerciseForm";

interface Props {
  form: ExerciseTyped;
  /** The least number that a new stage can have: one that was never used. */
  nextNumber: number;
  /** A stage that was saved is archived, never taken out. */
  canRemove: boolean;
  error: unknown;
  onChange: (form: ExerciseTyped) => void;
}

export function StageFields({ form, nextNumber, canRemove, error, onChange }: Props) {
  const set = (place: number, stage: StageTyped) =>
    onChange({ ...form, stages: form.stages.map((one, n) => (n === place ? stage : one)) });
  return (
    <section className={styles.group}>
      <h2>{text.exercise.stages}</h2>
      {form.stages.map((stage, place) => (
        <fieldset key={stage.source.number} className={styles.stage}>
          <legend>{text.exercise.stage(stage.source.number)}</legend>
          <Stage
            form={form}
            stage={stage}
            place={place}
            error={error}
            onSet={(next) => set(place, next)}
          />
          <div className={styles.row}>
            <Button
              disabled={place === 0}
              onClick={() => onChange(moved(form, place, -1))}
              aria-label={`${text.exercise.up}: ${text.exercise.stage(stage.source.number)}`}
            >
              ↑ {text.exercise.up}
            </Button>
            <Button
              disabled={place === form.stages.length - 1}
              onClick={() => onChange(moved(form, place, 1))}
              aria-label={`${text.exercise.down}: ${text.exercise.stage(stage.source.number)}`}
            >
              ↓ {text.exercise.down}
            </Button>
            <Button onClick={() => onChange(withStage(form, place, nextNumber))}>
              + {text.exercise.addStage}
            </Button>
            {(canRemove || stage.source.number >= nextNumber) && form.stages.length > 1 ? (
              <Button
                onClick={() =>
                  onChange({ ...form, stages: form.stages.filter((_, n) => n !== place) })
                }
              >
                {text.exercise.removeStage}
              </Button>
            ) : null}
            <label className={styles.check}>
              <input
                type="checkbox"
                checked={stage.source.archived ?? false}
                onChange={(event) =>
                  set(place, {
                    ...stage,
                    source: { ...stage.source, archived: event.target.checked },
                  })
                }
              />
              {text.exercise.archived}
            </label>
          </div>
        </fieldset>
      ))}
    </section>
  );
}

interface StageProps {
  form: ExerciseTyped;
  stage: StageTyped;
  place: number;
  error: unknown;
  onSet: (stage: StageTyped) => void;
}

function Stage({ form, stage, place, error, onSet }: StageProps) {
  const own = (name: "name" | "does" | "looks", label: string, wide = false) => {
    const wrong = problemAt(error, `stages[${place}].${name}`);
    return (
      <TextField
        className={(wide ? styles.wide : "") ?? ""}
        label={label}
        size="small"
        value={stage.source[name] ?? ""}
        multiline={wide}
        onChange={(event) =>
          onSet({ ...stage, source: { ...stage.source, [name]: event.target.value } })
        }
        error={wrong !== undefined}
        helperText={wrong ?? ""}
      />
    );
  };
  const plain = (name: "needs" | "target" | "within_s", label: string, help = "") => {
    const wrong = problemAt(error, `stages[${place}].${name}`);
    return (
      <TextField
        label={label}
        size="small"
        value={stage[name]}
        onChange={(event) => onSet({ ...stage, [name]: event.target.value })}
        error={wrong !== undefined}
        helperText={wrong ?? help}
      />
    );
  };
  return (
    <div className={styles.fields}>
      {own("name", text.exercise.stageName)}
      {plain("needs", text.exercise.needs, text.exercise.needsHelp)}
      {form.source.kind === "M" ? plain("target", text.exercise.target) : null}
      {form.source.kind === "T" ? plain("within_s", text.exercise.within) : null}
      {own("does", text.exercise.does, true)}
      {own("looks", text.exercise.looks, true)}
    </div>
  );
}
