// Which levels count as light, and what the levels mean in the yard's own words.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { client, unwrap } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

type Bands = Record<string, number[]>;
const LEVELS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];

export function BandsAndScales({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  return (
    <div className={styles.section}>
      <BandList yard={yard} canChange={canChange} />
      <h2>{text.yard.tabs.scales.replace(/.* /, "").replace(/^./, (c) => c.toUpperCase())}</h2>
      <p className={styles.lead}>{text.yard.scalesLead}</p>
      {yard.families.map((family) => (
        <Words key={family.id} yard={yard} family={family} canChange={canChange} />
      ))}
    </div>
  );
}

function BandList({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((bands: Bands) =>
    unwrap<YardView>(client.PUT("/api/yard/bands", { body: { bands } })),
  );
  const [another, setAnother] = useState("");
  const bands: Bands = save.isPending ? (save.variables ?? yard.bands) : yard.bands;
  const rows = [...new Set([...Object.keys(yard.shipped_bands), ...Object.keys(bands)])];
  const shipped = (key: string) => yard.shipped_bands[key] ?? yard.shipped_bands.default ?? [];
  const names: Record<string, string> = {
    default: text.yard.bandDefault,
    schooled: text.yard.bandSchooled,
    ...Object.fromEntries(yard.families.map((one) => [one.id, one.name])),
    ...Object.fromEntries(yard.exercises.map((one) => [one.id, one.name])),
  };
  const set = (key: string, place: number, level: number) => {
    const [low = 1, high = low] = bands[key] ?? shipped(key);
    save.mutate({ ...bands, [key]: place === 0 ? [level, high] : [low, level] });
  };
  return (
    <>
      <p className={styles.lead}>{text.yard.bandsLead}</p>
      <ProblemList error={save.error} lead={text.state.failed} />
      {rows.map((key) => {
        const band = bands[key] ?? shipped(key);
        return (
          <div key={key} className={styles.row}>
            <strong style={{ width: 220 }}>{names[key] ?? key}</strong>
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
            save.mutate({ ...bands, [event.target.value]: shipped("default") });
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

function Words({
  yard,
  family,
  canChange,
}: {
  yard: YardView;
  family: YardView["families"][number];
  canChange: boolean;
}) {
  const isOwn = yard.own_words.includes(family.id);
  const { value, change, done } = useKeptForm<string[]>(`scale:${family.id}`, family.levels);
  const others = Object.fromEntries(
    yard.families
      .filter((one) => yard.own_words.includes(one.id) && one.id !== family.id)
      .map((one) => [one.id, one.levels]),
  );
  const save = useYardChange(async (levels: string[] | null) => {
    const scales = levels === null ? others : { ...others, [family.id]: levels };
    const view = await unwrap<YardView>(client.PUT("/api/yard/scales", { body: { scales } }));
    await done();
    const saved = view.families.find((one) => one.id === family.id);
    if (saved) change(saved.levels);
    await done();
    return view;
  });
  if (!value) return null;
  return (
    <details className={styles.family}>
      <summary>
        {text.yard.scaleOf(family.name)}
        {isOwn ? <span className={styles.badge}>{text.yard.ownWords}</span> : null}
      </summary>
      <div className={styles.words}>
        {value.map((words, place) => (
          <TextField
            // biome-ignore lint/suspicious/noArrayIndexKey: the place is the level
            key={place}
            label={text.yard.level(place + 1)}
            size="small"
            disabled={!canChange}
            value={words}
            onChange={(event) =>
              change(value.map((one, n) => (n === place ? event.target.value : one)))
            }
          />
        ))}
      </div>
      <ProblemList error={save.error} lead={text.horse.problems} />
      {canChange ? (
        <div className={styles.row}>
          <Button variant="contained" onClick={() => save.mutate(value)} disabled={save.isPending}>
            {text.yard.saveWords}
          </Button>
          {isOwn ? (
            <Button onClick={() => save.mutate(null)} disabled={save.isPending}>
              {text.yard.shipWords}
            </Button>
          ) : null}
        </div>
      ) : null}
    </details>
  );
}
