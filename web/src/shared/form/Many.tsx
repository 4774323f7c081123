// Several of a long list, by typing: apart from the other fields, for what it brings with it is large.
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useController } from "react-hook-form";
import { text } from "../text/en";
import { useProblem } from "./Form";
import type { FieldProps, Option } from "./fields";

interface ManyProps extends FieldProps {
  options: readonly Option[];
  className?: string | undefined;
  size?: "small" | "medium";
}

/** Several of a list; what is not on it can be typed all the same, and is named by the server if it must not. */
export function Many({ name, label, help, path, options, className, size }: ManyProps) {
  const { chosen, choose, leave, ref, typing, setTyping } = useMany(name);
  const problem = useProblem(name, path);
  const words = new Map(options);
  return (
    <Autocomplete
      {...text.list}
      className={className ?? ""}
      multiple
      freeSolo
      filterSelectedOptions
      size={size ?? "medium"}
      options={options.map(([value]) => value)}
      getOptionLabel={(value) => words.get(value) ?? value}
      value={chosen}
      onChange={(_, next) => choose(next)}
      inputValue={typing}
      onInputChange={(_, next) => setTyping(next)}
      onBlur={leave}
      renderInput={({ slotProps, ...input }) => (
        <TextField
          {...input}
          inputRef={ref}
          label={label}
          error={problem !== undefined}
          helperText={problem ?? help ?? ""}
          slotProps={{ ...slotProps, inputLabel: { ...slotProps?.inputLabel, shrink: true } }}
        />
      )}
    />
  );
}

/** What is typed and not chosen when one leaves counts as chosen: nothing typed is lost. */
function useMany(name: string) {
  const { field } = useController({ name });
  const [typing, setTyping] = useState("");
  const chosen: string[] = field.value ?? [];
  const leave = () => {
    const typed = typing.trim();
    if (typed && !chosen.includes(typed)) field.onChange([...chosen, typed]);
    setTyping("");
    field.onBlur();
  };
  return { chosen, choose: field.onChange, leave, ref: field.ref, typing, setTyping };
}
