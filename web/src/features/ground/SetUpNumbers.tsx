// The numbers of a set-up: what is typed stays as it was typed, and what cannot be is said beside its field.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useRef, useState } from "react";
import type { Layout, LayoutNumber } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import { problemAt } from "../../shared/ui/Problems";
import { Closed } from "./Closed";
import styles from "./GroundPage.module.css";
import type { Change, GroundAddress, Typed } from "./useGroundAddress";

interface Props {
  layout: Layout;
  error: unknown;
  address: GroundAddress;
  change: Change;
}

export function SetUpNumbers(props: Props) {
  const { layout, address, change } = props;
  const of = (group: LayoutNumber["group"]) =>
    layout.parameters.filter((one) => one.group === group);
  const groups = [
    { title: ground.where, rows: of("where") },
    { title: ground.horse, rows: of("horse") },
  ].filter(({ rows }) => rows.length > 0);
  return (
    <section className={`${styles.numbers} no-print`}>
      <h2>{ground.numbers}</h2>
      <Fields rows={of("set-up")} {...props} />
      {groups.map(({ title, rows }) => (
        <Closed key={title} title={title} open={rows.some((one) => hasProblem(props, one))}>
          <Fields rows={rows} {...props} />
        </Closed>
      ))}
      {Object.keys(address.typed).length > 0 ? (
        <div>
          <Button onClick={() => change({ typed: {} })}>{ground.usual}</Button>
        </div>
      ) : null}
    </section>
  );
}

const hasProblem = ({ error }: Props, one: LayoutNumber) => problemOf(error, one) !== undefined;
const problemOf = (error: unknown, one: LayoutNumber) => problemAt(error, `values.${one.key}`);

function Fields({ rows, error, address, change }: Props & { rows: LayoutNumber[] }) {
  const set = (one: LayoutNumber, raw: string) =>
    change((now) => ({ typed: typedWith(now.typed, one, raw) }));
  return (
    <div className={styles.fields}>
      {rows.map((one) => {
        const Field = one.unit == null ? ChoiceField : NumberField;
        return (
          <Field
            key={one.sets}
            one={one}
            typed={address.typed[one.sets]}
            problem={problemOf(error, one)}
            onSet={(raw) => set(one, raw)}
          />
        );
      })}
    </div>
  );
}

/** What is typed of a number, under the key of its unit; nothing: as usual. */
function typedWith(typed: Typed, one: LayoutNumber, raw: string): Typed {
  const { [one.sets]: _, [one.key]: __, ...others } = typed;
  return raw.trim() === "" ? others : { ...others, [one.sets]: raw.trim() };
}

interface FieldProps {
  one: LayoutNumber;
  typed: string | number | undefined;
  problem: string | undefined;
  onSet: (raw: string) => void;
}

/** How long after the last key it is laid out. */
const AFTER_MS = 350;

function NumberField({ one, typed, problem, onSet }: FieldProps) {
  const known = String(typed ?? one.shown);
  const [draft, setDraft] = useState<string | null>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(later.current), []);
  const settle = (raw: string) => {
    clearTimeout(later.current);
    if (raw !== known) onSet(raw);
  };
  const label = one.unit_shown ? `${one.name}, ${one.unit_shown}` : one.name;
  return (
    <TextField
      size="small"
      label={label}
      value={draft ?? known}
      error={problem !== undefined}
      helperText={problem ?? one.range_shown}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: "decimal" } }}
      onChange={({ target }) => {
        setDraft(target.value);
        clearTimeout(later.current);
        later.current = setTimeout(() => settle(target.value), AFTER_MS);
      }}
      onBlur={({ target }) => {
        settle(target.value);
        setDraft(null);
      }}
    />
  );
}

function ChoiceField({ one, typed, problem, onSet }: FieldProps) {
  return (
    <TextField
      select
      size="small"
      label={one.name}
      value={String(typed ?? one.value)}
      error={problem !== undefined}
      helperText={problem ?? ""}
      slotProps={{ inputLabel: { shrink: true }, select: { native: true } }}
      onChange={({ target }) => onSet(target.value)}
    >
      {(one.options ?? []).map(({ value, name }) => (
        <option key={value} value={value}>
          {name}
        </option>
      ))}
    </TextField>
  );
}
