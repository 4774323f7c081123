import Button from "@mui/material/Button";
import { useFieldArray } from "react-hook-form";
import type { YardView } from "../../shared/api/types";
import { Choice, type Option, TextInput } from "../../shared/form";
import { text } from "../../shared/text/en";
import styles from "./ExercisePage.module.css";
import type { ExerciseTyped } from "./exerciseForm";

const words = text.exercise;
const CODES = "fault-codes";
const PARTS = [
  ["looks", words.faultLooks],
  ["first", words.first],
  ["second", words.second],
] as const;

/** The exercise's own faults; a code that the ladder knows brings its remedies with it. */
export function FaultFields({ yard }: { yard: YardView }) {
  const faults = useFieldArray<ExerciseTyped, "faults">({ name: "faults" });
  const counts = yard.faults_count_as.map((one): Option => [one.code, one.words]);
  return (
    <section className={styles.group}>
      <h2>{words.faults}</h2>
      <p className={styles.soft}>{words.faultsHelp}</p>
      <datalist id={CODES}>
        {yard.fault_codes.map((code) => (
          <option key={code} value={code} />
        ))}
      </datalist>
      {faults.fields.map(({ id }, place) => (
        <fieldset key={id} className={styles.stage}>
          <Fault place={place} counts={counts} onRemove={() => faults.remove(place)} />
        </fieldset>
      ))}
      <div>
        <Button variant="outlined" onClick={() => faults.append({ code: "" })}>
          + {words.addFault}
        </Button>
      </div>
    </section>
  );
}

interface FaultProps {
  place: number;
  counts: Option[];
  onRemove: () => void;
}

function Fault({ place, counts, onRemove }: FaultProps) {
  const at = (name: string) => `faults.${place}.${name}`;
  return (
    <div className={styles.fields}>
      <TextInput name={at("code")} label={words.code} size="small" list={CODES} />
      {PARTS.map(([name, label]) => (
        <TextInput key={name} name={at(name)} label={label} size="small" />
      ))}
      <Choice
        name={at("counts_as")}
        label={words.countsAs}
        size="small"
        options={counts}
        none={words.countsAsKnown}
      />
      <Button onClick={onRemove}>{words.removeFault}</Button>
    </div>
  );
}
