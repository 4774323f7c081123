import { useWatch } from "react-hook-form";
import type { YardView } from "../../shared/api/types";
import { Choice, type Option, TextInput, Tick } from "../../shared/form";
import { Many } from "../../shared/form/Many";
import { text } from "../../shared/text/en";
import styles from "./ExercisePage.module.css";

interface Props {
  yard: YardView;
  isNew: boolean;
  /** Seconds that an ask takes by the yard's own clock; null: not timed often enough. */
  clock_s: number | null;
}

const words = text.exercise;
const themselves = (codes: readonly string[]): Option[] => codes.map((code) => [code, code]);

/** What holds for the whole exercise. What old asks rest on is fixed once it exists. */
export function ExerciseFields({ yard, isNew, clock_s }: Props) {
  return (
    <div className={styles.fields}>
      <WhatItIs yard={yard} isNew={isNew} />
      <HowLong clock_s={clock_s} />
      <Many name="kit" label={words.kit} options={themselves(yard.kit)} />
      <Many name="cautions" label={words.cautions} options={themselves(yard.cautions)} />
      <Many name="set_ups" label={words.setUps} options={themselves(yard.set_ups)} />
      <div>
        <Tick name="source.ridden" label={words.ridden} />
        <Tick name="source.safety" label={words.safety} />
      </div>
      <TextInput name="source.ask" path="ask" label={words.ask} className={styles.wide ?? ""} />
      <TextInput
        name="source.good_for"
        path="good_for"
        label={words.goodFor}
        className={styles.wide ?? ""}
      />
    </div>
  );
}

function WhatItIs({ yard, isNew }: Omit<Props, "clock_s">) {
  const kind: string = useWatch({ name: "source.kind" });
  const phases = Object.entries(yard.phases).map(
    ([code, name]): Option => [code, `${code} ${name}`],
  );
  const families = yard.families.map((one): Option => [one.id, one.name]);
  const own = (name: string, label: string, help = "") => ({
    name: `source.${name}`,
    path: name,
    label,
    help,
  });
  const fixed = (name: string, label: string) => ({
    ...own(name, label, isNew ? "" : words.fixed),
    disabled: !isNew,
  });
  return (
    <>
      <TextInput {...own("id", words.id, words.idHelp)} disabled={!isNew} />
      <TextInput {...own("name", words.name)} />
      <Choice {...own("phase", words.phase)} options={phases} />
      <Choice {...fixed("kind", words.kind)} options={Object.entries(yard.kinds)} />
      {kind === "L" ? <Choice {...own("family", words.family)} options={families} /> : null}
      <Choice {...fixed("sides", words.sides)} options={Object.entries(yard.side_kinds)} />
      <Choice {...own("gait", words.gait)} options={themselves(yard.gaits)} />
      {kind === "M" ? <TextInput {...own("unit", words.unit)} disabled={!isNew} /> : null}
    </>
  );
}

function HowLong({ clock_s }: Pick<Props, "clock_s">) {
  const byTheClock = clock_s === null ? "" : words.byTheClock(clock_s);
  return (
    <>
      <TextInput name="cap" label={words.cap} decimal />
      <TextInput name="minutes" label={words.minutes} decimal />
      <TextInput name="ask_s" label={words.askSeconds} help={byTheClock} decimal />
      <TextInput name="rest_s" label={words.restSeconds} decimal />
      <TextInput name="set_up_s" label={words.setUpSeconds} decimal />
    </>
  );
}
