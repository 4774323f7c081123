// The fields of every form: a label, what is typed, help, and beside it what is wrong.
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField, { type TextFieldProps } from "@mui/material/TextField";
import { useController } from "react-hook-form";
import { useProblem } from "./Form";

export interface FieldProps {
  name: string;
  label: string;
  help?: string | undefined;
  /** As the server names it, where that is not the name. */
  path?: string | undefined;
}

type TextProps = FieldProps &
  Pick<
    TextFieldProps,
    | "type"
    | "size"
    | "multiline"
    | "minRows"
    | "disabled"
    | "required"
    | "autoFocus"
    | "autoComplete"
    | "className"
  > & { list?: string; step?: number | "any"; decimal?: boolean };

/** What every field shows: what is typed, and what is wrong with it in place of the help. */
function useField({ name, label, help, path }: FieldProps) {
  const { field } = useController({ name });
  const problem = useProblem(name, path);
  const { ref, value, ...handlers } = field;
  return {
    ...handlers,
    inputRef: ref,
    value: value ?? "",
    label,
    error: problem !== undefined,
    helperText: problem ?? help ?? "",
  };
}

export function TextInput({ name, label, help, path, list, step, decimal, ...more }: TextProps) {
  const field = useField({ name, label, help, path });
  return (
    <TextField
      {...more}
      {...field}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { list, step, ...(decimal ? { inputMode: "decimal" } : {}) },
      }}
    />
  );
}

export type Option = readonly [value: string, words: string];

interface ChoiceProps extends FieldProps, Pick<TextFieldProps, "size" | "disabled" | "className"> {
  options: readonly Option[];
  /** What nothing chosen is called; without it something has to be. */
  none?: string;
}

export function Choice({ name, label, help, path, options, none, ...more }: ChoiceProps) {
  const field = useField({ name, label, help, path });
  return (
    <TextField
      {...more}
      {...field}
      select
      slotProps={{
        inputLabel: { shrink: true },
        select: { displayEmpty: none !== undefined },
      }}
    >
      {none === undefined ? null : <MenuItem value="">{none}</MenuItem>}
      {options.map(([value, words]) => (
        <MenuItem key={value} value={value}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

export function Tick({ name, label }: Pick<FieldProps, "name" | "label">) {
  const { field } = useController({ name });
  return (
    <FormControlLabel
      control={
        <Checkbox
          checked={Boolean(field.value)}
          onChange={(_, isOn) => field.onChange(isOn)}
          onBlur={field.onBlur}
          slotProps={{ input: { ref: field.ref } }}
        />
      }
      label={label}
    />
  );
}

interface TickManyProps {
  name: string;
  options: readonly Option[];
  className?: string | undefined;
}

/** Several of a short list, all of it shown. */
export function TickMany({ name, options, className }: TickManyProps) {
  const { field } = useController({ name });
  const ticked: string[] = field.value ?? [];
  const toggle = (value: string, isOn: boolean) =>
    field.onChange(isOn ? [...ticked, value] : ticked.filter((one) => one !== value));
  return (
    <div className={className}>
      {options.map(([value, words]) => (
        <FormControlLabel
          key={value}
          control={
            <Checkbox
              checked={ticked.includes(value)}
              onChange={(_, isOn) => toggle(value, isOn)}
            />
          }
          label={words}
        />
      ))}
    </div>
  );
}
