// Which levels count as light: of everything, and of cue families or exercises that differ.
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
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
  /** The band that changed, by its name. */
  onChange: (change: Bands) => void;
}

export function BandRows({ yard, bands, inherited, canChange, onChange }: Props) {
  const rows = [...new Set([...Object.keys(inherited), ...Object.keys(bands)])];
  const usual = (key: string) => inherited[key] ?? inherited.default ?? [];
  const names: Record<string, string> = {
    default: text.yard.bandDefault,
    schooled: text.yard.bandSchooled,
    ...Object.fromEntries(yard.families.map((one) => [one.id, one.name])),
    ...Object.fromEntries(yard.exercises.map((one) => [one.id, one.name])),
  };
  return (
    <>
      {rows.map((key) => (
        <BandRow
          key={key}
          name={names[key] ?? key}
          band={bands[key] ?? usual(key)}
          canChange={canChange}
          onChange={(band) => onChange({ [key]: band })}
        />
      ))}
      {canChange ? (
        <AnotherBand
          yard={yard}
          bands={bands}
          onAdd={(key) => onChange({ [key]: usual("default") })}
        />
      ) : null}
    </>
  );
}

interface RowProps {
  name: string;
  band: number[];
  canChange: boolean;
  onChange: (band: number[]) => void;
}

function BandRow({ name, band, canChange, onChange }: RowProps) {
  const [low = 1, high = low] = band;
  const ends = [
    { label: text.yard.low, level: low, set: (level: number) => [level, high] },
    { label: text.yard.high, level: high, set: (level: number) => [low, level] },
  ];
  return (
    <div className={styles.row}>
      <strong className={styles.bandName}>{name}</strong>
      {ends.map(({ label, level, set }) => (
        <TextField
          key={label}
          select
          size="small"
          disabled={!canChange}
          className={styles.short ?? ""}
          label={label}
          value={level}
          onChange={(event) => onChange(set(Number(event.target.value)))}
        >
          {LEVELS.map((one) => (
            <MenuItem key={one} value={one}>
              {one}
            </MenuItem>
          ))}
        </TextField>
      ))}
    </div>
  );
}

interface AnotherProps {
  yard: YardView;
  bands: Bands;
  onAdd: (key: string) => void;
}

/** Of a cue family, or of an exercise that is judged by lightness. */
function AnotherBand({ yard, bands, onAdd }: AnotherProps) {
  const light = yard.exercises.filter((one) => one.kind === "L");
  const free = [...yard.families, ...light].filter((one) => !bands[one.id]);
  return (
    <TextField
      select
      size="small"
      className={styles.search ?? ""}
      label={text.yard.bandFor}
      value=""
      onChange={(event) => onAdd(event.target.value)}
    >
      {free.map((one) => (
        <MenuItem key={one.id} value={one.id}>
          {one.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
