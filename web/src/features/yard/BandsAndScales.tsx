// Which levels count as light, and what the levels mean in the yard's own words.
import Button from "@mui/material/Button";
import { useState } from "react";
import { api } from "../../shared/api/client";
import type { YardView } from "../../shared/api/types";
import { Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { AlsoAsked } from "./AlsoAsked";
import { BandRows, type Bands } from "./BandRows";
import { changed, useYardChange } from "./useYardChange";
import styles from "./YardPage.module.css";

export function BandsAndScales({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  return (
    <div className={styles.section}>
      <BandList yard={yard} canChange={canChange} />
      <AlsoAsked yard={yard} canChange={canChange} />
      <h2>{text.yard.scalesHead}</h2>
      <p className={styles.lead}>{text.yard.scalesLead}</p>
      {yard.families.map((family) => (
        <Words key={family.id} yard={yard} family={family} canChange={canChange} />
      ))}
    </div>
  );
}

function BandList({ yard, canChange }: { yard: YardView; canChange: boolean }) {
  const save = useYardChange((bands: Bands) => api.put("/api/yard/bands", { body: { bands } }));
  return (
    <>
      <p className={styles.lead}>{text.yard.bandsLead}</p>
      <ProblemList error={save.error} lead={text.state.failed} />
      <BandRows
        yard={yard}
        bands={save.isPending ? changed<number[]>(yard.bands, save.variables) : yard.bands}
        inherited={yard.shipped_bands}
        canChange={canChange}
        onChange={(bands) => save.mutate(bands)}
      />
    </>
  );
}

interface WordsProps {
  yard: YardView;
  family: YardView["families"][number];
  canChange: boolean;
}

interface Typed {
  levels: string[];
}

function Words(props: WordsProps) {
  const { yard, family } = props;
  const [isOpen, setOpen] = useState(false);
  return (
    <details
      className={styles.family}
      onToggle={(event) => setOpen((event.target as HTMLDetailsElement).open)}
    >
      <summary>
        {text.yard.scaleOf(family.name)}
        {yard.own_words.includes(family.id) ? (
          <span className={styles.badge}>{text.yard.ownWords}</span>
        ) : null}
      </summary>
      {isOpen ? <WordsForm {...props} /> : null}
    </details>
  );
}

function WordsForm({ yard, family, canChange }: WordsProps) {
  const initial = { levels: family.levels };
  const { form, draft, isReady, done } = useDraftForm<Typed>(
    `scale:${family.id}`,
    initial,
    (kept) => ({
      // They were kept as the list alone once.
      levels: Array.isArray(kept) ? (kept as string[]) : (kept.levels ?? family.levels),
    }),
  );
  const save = useSaveWords(family.id, async (levels) => {
    form.reset({ levels });
    await done();
  });
  if (!isReady) return null;
  return (
    <Form
      form={form}
      draft={draft}
      error={save.error}
      onSubmit={({ levels }) => save.mutate(levels)}
    >
      <LevelWords family={family} canChange={canChange} />
      <ProblemList error={save.error} lead={text.horse.problems} />
      {canChange ? (
        <div className={styles.row}>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            {text.yard.saveWords}
          </Button>
          {yard.own_words.includes(family.id) ? (
            <Button onClick={() => save.mutate(null)} disabled={save.isPending}>
              {text.yard.shipWords}
            </Button>
          ) : null}
        </div>
      ) : null}
    </Form>
  );
}

function LevelWords({ family, canChange }: Omit<WordsProps, "yard">) {
  return (
    <div className={styles.words}>
      {family.levels.map((_, place) => (
        <TextInput
          // biome-ignore lint/suspicious/noArrayIndexKey: the place is the level
          key={place}
          name={`levels.${place}`}
          path={`scales.${family.id}[${place}]`}
          label={text.yard.level(place + 1)}
          size="small"
          disabled={!canChange}
        />
      ))}
    </div>
  );
}

/** Saves a scale in the yard's words; null: as it ships. */
function useSaveWords(family: string, onSaved: (levels: string[]) => Promise<void>) {
  return useYardChange(async (levels: string[] | null) => {
    const view = await api.put("/api/yard/scales", { body: { scales: { [family]: levels } } });
    const saved = view.families.find((one) => one.id === family);
    if (saved) await onSaved(saved.levels);
    return view;
  });
}
