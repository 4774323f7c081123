// Which levels count as light: of everything, and of cue families or exercises that differ.
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { YardView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./YardPage.module.css";

export type Bands = Record<string, number[]>;
const LEVELS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];

interface Props {
  yard: YardView;
  bands: Bands;
  /** What holds where no band is set. */
  inherited: Bands;
  canChange: boolean;
  onChange: (bands: Bands) => void;
}

export function BandRows({ yard, bands, inherited, canChange, onChange }: Props) {
  const [another, setAnother] = useState("");
  const rows = [...new Set([...Object.keys(inherited), ...Object.keys(bands)])];
  const usual = (key: string) => inherited[key] ?? inherited.default ?? [];
  const names: Record<string, string> = {
    default: text.yard.bandDefault,
    schooled: text.yard.bandSchooled,
    ...Object.fromEntries(yard.families.map((one) => [one.id, one.name])),
    ...Object.fromEntries(yard.exercises.map((one) => [one.id, one.name])),
  };
  const set = (key: string, place: number, level: number) => {
    const [low = 1, high = low] = bands[key] ?? usual(key);
    onChange({ ...bands, [key]: place === 0 ? [level, high] : [low, level] });
  };
  return (
    <>
      {rows.map((key) => {
        const band = bands[key] ?? usual(key);
        return (
          <div key={key} className={styles.row}>
            <strong className={styles.bandName}>{names[key] ?? key}</strong>
            {[0, 1].map((place) => (
              <TextField
                key={place}
                select
                size="small"
                disabled={!canChange}
                className={styles.short ?? ""}
                label={place === 0 ? text.yard.low : text.yard.high}
                value={band[place]}
                onChange={(event) => set(key, place, Number(event.target.value))}
              >
                {LEVELS.map((level) => (
                  <MenuItem key={level} value={level}>
                    {level}
                  </MenuItem>
                ))}
              </TextField>
            ))}
          </div>
        );
      })}
      {canChange ? (
        <TextField
          select
          size="small"
          className={styles.search ?? ""}
          label={text.yard.bandFor}
          value={another}
          onChange={(event) => {
            setAnother("");
            onChange({ ...bands, [event.target.value]: usual("default") });
          }}
        >
          {yard.families
            .filter((one) => !bands[one.id])
            .map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.name}
              </MenuItem>
            ))}
          {yard.exercises
            .filter((one) => one.kind === "L" && !bands[one.id])
            .map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.name}
              </MenuItem>
            ))}
        </TextField>
      ) : null}
    </>
  );
}
