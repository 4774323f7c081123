// What is held against what: first by what, then the two.
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { type CompareWish, horsesQuery } from "../../shared/api/queries";
import type { CompareChoices } from "../../shared/api/types";
import { compare as words } from "../../shared/text/en.sheet";
import styles from "./ComparePage.module.css";
import type { CompareKey } from "./compareKeys";

interface Props {
  horse: string;
  wish: CompareWish;
  choices: CompareChoices | undefined;
  change: (key: CompareKey, value: string) => void;
}

const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;
const SHRUNK = { inputLabel: { shrink: true } } as const;

export function CompareChoice({ horse, wish, choices, change }: Props) {
  const one = (key: CompareKey, label: string, options: [string, string][]) => (
    <TextField
      select
      size="small"
      label={label}
      value={wish[key] ?? ""}
      slotProps={NATIVE}
      onChange={(event) => change(key, event.target.value)}
    >
      <option value="">{words.choose}</option>
      {options.map(([value, name]) => (
        <option key={value} value={value}>
          {name}
        </option>
      ))}
    </TextField>
  );
  const same = (names: readonly string[]) => names.map((name): [string, string] => [name, name]);
  return (
    <div className={`${styles.choices} no-print`}>
      {one("by", words.by, Object.entries(words.ways))}
      {wish.by === "dates" ? (
        <>
          <Day name="first" label={words.first} wish={wish} choices={choices} change={change} />
          <Day name="second" label={words.second} wish={wish} choices={choices} change={change} />
        </>
      ) : null}
      {wish.by === "riders" && choices ? (
        choices.riders.length < 2 ? (
          <p className={styles.soft}>{words.noRiders}</p>
        ) : (
          <>
            {one("one", words.one, same(choices.riders))}
            {one("other", words.other, same(choices.riders))}
          </>
        )
      ) : null}
      {wish.by === "condition" && choices ? one("one", words.what, same(choices.conditions)) : null}
      {wish.by === "horses" ? (
        <OtherHorse horse={horse} render={(options) => one("horse", words.horse, options)} />
      ) : null}
    </div>
  );
}

interface DayProps extends Omit<Props, "horse"> {
  name: "first" | "second";
  label: string;
}

function Day({ name, label, wish, choices, change }: DayProps) {
  return (
    <TextField
      type="date"
      size="small"
      label={label}
      value={wish[name] ?? ""}
      slotProps={{
        ...SHRUNK,
        htmlInput: { min: choices?.first_day ?? undefined, max: choices?.last_day ?? undefined },
      }}
      onChange={(event) => change(name, event.target.value)}
    />
  );
}

interface OtherProps {
  horse: string;
  render: (options: [string, string][]) => React.ReactNode;
}

function OtherHorse({ horse, render }: OtherProps) {
  const horses = useQuery(horsesQuery);
  const others = (horses.data?.horses ?? []).filter((one) => one.id && one.id !== horse);
  return render(others.map((one): [string, string] => [one.id ?? "", one.name]));
}
