// Which levels count as light, and what the levels mean in the yard's own words.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { client, unwrap } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { BandRows, type Bands } from "./BandRows";
import { useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

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
  return (
    <>
      <p className={styles.lead}>{text.yard.bandsLead}</p>
      <ProblemList error={save.error} lead={text.state.failed} />
      <BandRows
        yard={yard}
        bands={save.isPending ? (save.variables ?? yard.bands) : yard.bands}
        inherited={yard.shipped_bands}
        canChange={canChange}
        onChange={(bands) => save.mutate(bands)}
      />
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
