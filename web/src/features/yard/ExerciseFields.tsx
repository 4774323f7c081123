import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { problemAt } from "../../shared/ui/Problems";
import styles from "./ExercisePage.module.css";
import type { ExerciseTyped } from "./exerciseForm";

interface Props {
  yard: YardView;
  form: ExerciseTyped;
  /** Seconds that an ask takes by the yard's own clock; null: not timed often enough. */
  clock_s: number | null;
  isNew: boolean;
  error: unknown;
  onChange: (form: ExerciseTyped) => void;
}

const GAITS = ["halt", "walk", "trot", "canter"];
type Source = ExerciseTyped["source"];

/** What holds for the whole exercise. What old asks rest on is fixed once it exists. */
export function ExerciseFields({ yard, form, clock_s, isNew, error, onChange }: Props) {
  const { source } = form;
  const set = (part: Partial<Source>) => onChange({ ...form, source: { ...source, ...part } });
  const common = (path: string, help = "") => {
    const wrong = problemAt(error, path);
    return {
      error: wrong !== undefined,
      helperText: wrong ?? help,
      slotProps: { inputLabel: { shrink: true } },
    };
  };
  const choice = (
    name: keyof Source & string,
    label: string,
    options: [string, string][],
    fixed = false,
  ) => (
    <TextField
      select
      label={label}
      value={source[name] ?? ""}
      disabled={fixed}
      onChange={(event) => set({ [name]: event.target.value } as Partial<Source>)}
      {...common(name, fixed ? text.exercise.fixed : "")}
    >
      {options.map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <div className={styles.fields}>
      <TextField
        label={text.exercise.id}
        value={source.id}
        disabled={!isNew}
        onChange={(event) => set({ id: event.target.value })}
        {...common("id", text.exercise.idHelp)}
      />
      <TextField
        label={text.exercise.name}
        value={source.name}
        onChange={(event) => set({ name: event.target.value })}
        {...common("name")}
      />
      {choice(
        "phase",
        text.exercise.phase,
        Object.entries(yard.phases).map(([code, title]) => [code, `${code} ${title}`]),
      )}
      {choice("kind", text.exercise.kind, Object.entries(text.exercise.kinds), !isNew)}
      {source.kind === "L"
        ? choice(
            "family",
            text.exercise.family,
            yard.families.map((one) => [one.id, one.name]),
          )
        : null}
      {choice("sides", text.exercise.sides, Object.entries(text.exercise.sideKinds), !isNew)}
      {choice(
        "gait",
        text.exercise.gait,
        GAITS.map((gait) => [gait, gait]),
      )}
      {source.kind === "M" ? (
        <TextField
          label={text.exercise.unit}
          value={source.unit ?? ""}
          disabled={!isNew}
          onChange={(event) => set({ unit: event.target.value })}
          {...common("unit")}
        />
      ) : null}
      <TextField
        label={text.exercise.cap}
        value={form.cap}
        onChange={(event) => onChange({ ...form, cap: event.target.value })}
        {...common("cap")}
      />
      <TextField
        label={text.exercise.minutes}
        value={form.minutes}
        onChange={(event) => onChange({ ...form, minutes: event.target.value })}
        {...common("minutes")}
      />
      <TextField
        label={text.exercise.askSeconds}
        value={form.ask_s}
        onChange={(event) => onChange({ ...form, ask_s: event.target.value })}
        {...common("ask_s", clock_s === null ? "" : text.exercise.byTheClock(clock_s))}
      />
      <TextField
        label={text.exercise.restSeconds}
        value={form.rest_s ?? ""}
        onChange={(event) => onChange({ ...form, rest_s: event.target.value })}
        {...common("rest_s")}
      />
      <TextField
        label={text.exercise.setUpSeconds}
        value={form.set_up_s ?? ""}
        onChange={(event) => onChange({ ...form, set_up_s: event.target.value })}
        {...common("set_up_s")}
      />
      <TextField
        label={text.exercise.kit}
        value={form.kit}
        onChange={(event) => onChange({ ...form, kit: event.target.value })}
        {...common("kit")}
      />
      <TextField
        className={styles.wide ?? ""}
        label={text.exercise.cautions}
        value={form.cautions}
        onChange={(event) => onChange({ ...form, cautions: event.target.value })}
        {...common("cautions", text.exercise.known(yard.cautions))}
      />
      <TextField
        className={styles.wide ?? ""}
        label={text.exercise.setUps}
        value={form.set_ups}
        onChange={(event) => onChange({ ...form, set_ups: event.target.value })}
        {...common("set_ups", text.exercise.known(yard.set_ups))}
      />
      <div className={styles.row}>
        {(["ridden", "safety"] as const).map((name) => (
          <label key={name} className={styles.check}>
            <input
              type="checkbox"
              checked={source[name] ?? false}
              onChange={(event) => set({ [name]: event.target.checked })}
            />
            {text.exercise[name]}
          </label>
        ))}
      </div>
      <TextField
        className={styles.wide ?? ""}
        label={text.exercise.ask}
        value={source.ask}
        onChange={(event) => set({ ask: event.target.value })}
        {...common("ask")}
      />
      <TextField
        className={styles.wide ?? ""}
        label={text.exercise.goodFor}
        value={source.good_for}
        onChange={(event) => set({ good_for: event.target.value })}
        {...common("good_for")}
      />
    </div>
  );
}
