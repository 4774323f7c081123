// What a horse did before it came; told by ticking, and told too where it is nothing of all that.
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { text } from "../../shared/text/en";
import styles from "./HorseFormPage.module.css";

interface Props {
  options: Record<string, string>;
  help: string | undefined;
  /** Null: nothing is told. */
  told: string[] | null;
  onChange: (told: string[] | null) => void;
}

export function DidBefore({ options, help, told, onChange }: Props) {
  const tick = (key: string, isTicked: boolean) => {
    const others = (told ?? []).filter((one) => one !== key);
    const next = isTicked ? [...others, key] : others;
    onChange(next.length > 0 ? next : null);
  };
  return (
    <fieldset className={styles.ticks}>
      <legend>{text.horse.didBefore}</legend>
      <p className={styles.soft}>{help}</p>
      {Object.entries(options).map(([key, words]) => (
        <FormControlLabel
          key={key}
          control={
            <Checkbox
              checked={told?.includes(key) ?? false}
              onChange={(_, isTicked) => tick(key, isTicked)}
            />
          }
          label={words}
        />
      ))}
      <FormControlLabel
        control={
          <Checkbox
            checked={told?.length === 0}
            onChange={(_, isTicked) => onChange(isTicked ? [] : null)}
          />
        }
        label={text.horse.didNothing}
      />
    </fieldset>
  );
}
