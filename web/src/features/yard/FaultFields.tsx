import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { FaultSource, YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { problemAt } from "../../shared/ui/Problems";
import styles from "./ExercisePage.module.css";
import type { ExerciseTyped } from "./exerciseForm";

interface Props {
  yard: YardView;
  form: ExerciseTyped;
  error: unknown;
  onChange: (form: ExerciseTyped) => void;
}

const PARTS = [
  ["code", text.exercise.code],
  ["looks", text.exercise.faultLooks],
  ["first", text.exercise.first],
  ["second", text.exercise.second],
] as const;

const chosen = (value: string) =>
  value === "" ? null : (value as NonNullable<FaultSource["counts_as"]>);

/** The exercise's own faults; a code that the ladder knows brings its remedies with it. */
export function FaultFields({ yard, form, error, onChange }: Props) {
  const set = (place: number, part: Partial<FaultSource>) =>
    onChange({
      ...form,
      faults: form.faults.map((one, n) => (n === place ? { ...one, ...part } : one)),
    });
  return (
    <section className={styles.group}>
      <h2>{text.exercise.faults}</h2>
      <p className={styles.soft}>{text.exercise.faultsHelp}</p>
      <datalist id="fault-codes">
        {yard.fault_codes.map((code) => (
          <option key={code} value={code} />
        ))}
      </datalist>
      {form.faults.map((fault, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: codes change while they are typed
        <fieldset key={place} className={styles.stage}>
          <div className={styles.fields}>
            {PARTS.map(([name, label]) => {
              const wrong = problemAt(error, `faults[${place}].${name}`);
              return (
                <TextField
                  key={name}
                  label={label}
                  size="small"
                  value={fault[name] ?? ""}
                  onChange={(event) => set(place, { [name]: event.target.value })}
                  error={wrong !== undefined}
                  helperText={wrong ?? ""}
                  slotProps={name === "code" ? { htmlInput: { list: "fault-codes" } } : {}}
                />
              );
            })}
            <TextField
              select
              label={text.exercise.countsAs}
              size="small"
              value={fault.counts_as ?? ""}
              onChange={(event) => set(place, { counts_as: chosen(event.target.value) })}
              error={problemAt(error, `faults[${place}].counts_as`) !== undefined}
              helperText={problemAt(error, `faults[${place}].counts_as`) ?? ""}
              slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
            >
              <MenuItem value="">{text.exercise.countsAsKnown}</MenuItem>
              {yard.faults_count_as.map((one) => (
                <MenuItem key={one.code} value={one.code}>
                  {one.words}
                </MenuItem>
              ))}
            </TextField>
            <Button
              onClick={() =>
                onChange({ ...form, faults: form.faults.filter((_, n) => n !== place) })
              }
            >
              {text.exercise.removeFault}
            </Button>
          </div>
        </fieldset>
      ))}
      <div>
        <Button
          variant="outlined"
          onClick={() => onChange({ ...form, faults: [...form.faults, { code: "" }] })}
        >
          + {text.exercise.addFault}
        </Button>
      </div>
    </section>
  );
}
