import Button from "@mui/material/Button";
import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import type { YardView } from "../../shared/api/types";
import { type Option, TextInput, Tick } from "../../shared/form";
import { Many } from "../../shared/form/Many";
import { text } from "../../shared/text/en";
import styles from "./ExercisePage.module.css";
import { type ExerciseTyped, newStage } from "./exerciseForm";

interface Props {
  yard: YardView;
  /** The least number that a new stage can have: one that was never used. */
  nextNumber: number;
  /** A stage that was saved is archived, never taken out. */
  canRemove: boolean;
}

const words = text.exercise;

export function StageFields({ yard, nextNumber, canRemove }: Props) {
  const { getValues } = useFormContext<ExerciseTyped>();
  const stages = useFieldArray<ExerciseTyped, "stages">({ name: "stages" });
  const needs = yard.needs.map(({ code, words: said }): Option => [code, said]);
  return (
    <section className={styles.group}>
      <h2>{words.stages}</h2>
      {stages.fields.map(({ id, source }, place) => (
        <fieldset key={id} className={styles.stage}>
          <legend>{words.stage(source.number)}</legend>
          <Stage place={place} needs={needs} />
          <StageButtons
            name={words.stage(source.number)}
            place={place}
            last={stages.fields.length - 1}
            canRemove={canRemove || source.number >= nextNumber}
            onMove={(by) => stages.move(place, place + by)}
            onAdd={() => stages.insert(place + 1, newStage(getValues("stages"), nextNumber))}
            onRemove={() => stages.remove(place)}
          />
        </fieldset>
      ))}
    </section>
  );
}

interface ButtonsProps {
  name: string;
  place: number;
  last: number;
  canRemove: boolean;
  onMove: (by: number) => void;
  onAdd: () => void;
  onRemove: () => void;
}

function StageButtons(props: ButtonsProps) {
  const { name, place, last, canRemove, onMove, onAdd, onRemove } = props;
  return (
    <div className={styles.row}>
      <Button disabled={place === 0} onClick={() => onMove(-1)} aria-label={`${words.up}: ${name}`}>
        ↑ {words.up}
      </Button>
      <Button
        disabled={place === last}
        onClick={() => onMove(1)}
        aria-label={`${words.down}: ${name}`}
      >
        ↓ {words.down}
      </Button>
      <Button onClick={onAdd}>+ {words.addStage}</Button>
      {canRemove && last > 0 ? <Button onClick={onRemove}>{words.removeStage}</Button> : null}
      <Tick name={`stages.${place}.source.archived`} label={words.archived} />
    </div>
  );
}

function Stage({ place, needs }: { place: number; needs: Option[] }) {
  const kind: string = useWatch({ name: "source.kind" });
  const at = (name: string) => `stages.${place}.${name}`;
  const own = (name: string, label: string) => ({
    name: at(`source.${name}`),
    path: `stages[${place}].${name}`,
    label,
    size: "small" as const,
  });
  const wide = { multiline: true, className: styles.wide ?? "" };
  return (
    <div className={styles.fields}>
      <TextInput {...own("name", words.stageName)} />
      <Many
        name={at("needs")}
        label={words.needs}
        help={words.needsHelp}
        options={needs}
        size="small"
        className={styles.two}
      />
      {kind === "M" ? (
        <TextInput name={at("target")} label={words.target} size="small" decimal />
      ) : null}
      {kind === "T" ? (
        <TextInput name={at("within_s")} label={words.within} size="small" decimal />
      ) : null}
      <TextInput {...own("does", words.does)} {...wide} />
      <TextInput {...own("looks", words.looks)} {...wide} />
    </div>
  );
}
