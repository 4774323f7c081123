// A horse in a short form: new, or changed. The weight is worked out while one types.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useController, useWatch } from "react-hook-form";
import { useNavigate, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { meQuery, profileQuery, tapeWeightQuery, yardQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { HorseView, YardView } from "../../shared/api/types";
import { Choice, Form, TextInput, Tick, useDraftForm } from "../../shared/form";
import { asNumber } from "../../shared/form/figures";
import { text } from "../../shared/text/en";
import { differences } from "../../shared/ui/differences";
import { May } from "../../shared/ui/May";
import { Overtaken } from "../../shared/ui/Overtaken";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { Surely } from "../../shared/ui/Surely";
import { BandRows } from "../yard/BandRows";
import { SchoolChoices } from "../yard/SchoolChoices";
import { DidBefore } from "./DidBefore";
import styles from "./HorseFormPage.module.css";
import { asSent, FIELD_NAMES, type HorseTyped, newHorse, typedOf } from "./horseForm";

export default function HorseFormPage() {
  const { horse } = useParams();
  return (
    <May
      to={horse === undefined ? "manage" : "change"}
      otherwise={<Empty>{text.state.notYours}</Empty>}
    >
      <Known horse={horse} />
    </May>
  );
}

/** What is known of the horse, where there is one. */
function Known({ horse }: { horse: string | undefined }) {
  const yard = useQuery(yardQuery);
  const profile = useQuery({ ...profileQuery(horse ?? ""), enabled: horse !== undefined });
  if (yard.isPending || (horse !== undefined && profile.isPending)) return <Loading />;
  if (!yard.data) return <ErrorView error={yard.error} onRetry={() => void yard.refetch()} />;
  if (horse !== undefined && !profile.data)
    return <ErrorView error={profile.error} onRetry={() => void profile.refetch()} />;
  // What is known by now begins anew: what the device remembered is shown first, and may be old.
  const key = `${horse ?? "new"}:${profile.data?.edition ?? ""}`;
  return <HorseForm key={key} horse={horse} known={profile.data} yard={yard.data} />;
}

function today(): string {
  return new Date().toLocaleDateString("sv-SE");
}

interface Props {
  horse: string | undefined;
  known: HorseView | undefined;
  yard: YardView;
}

function HorseForm({ horse, known, yard }: Props) {
  const initial = known ? typedOf(known) : newHorse(today(), yard.usual_minutes);
  const { form, draft, isReady, done, startOver } = useDraftForm<HorseTyped>(
    `horse-form:${horse ?? "new"}`,
    initial,
  );
  const save = useSave(horse, done);
  if (!isReady) return <Loading />;
  return (
    <Form
      form={form}
      draft={draft}
      error={save.error}
      onSubmit={(value) => save.mutate(value)}
      className={styles.form}
    >
      <h1>{known ? text.horse.editTitle(known.profile.name) : text.horse.addTitle}</h1>
      <p className={styles.soft}>{text.horse.later}</p>
      <HorseFields yard={yard} isNew={known === undefined} />
      <BeforeFields yard={yard} />
      {known?.keeps_its_own ? (
        <div>
          <Tick name="keeps_its_own" label={text.horse.keepsItsOwn} />
          <p className={styles.soft}>{text.horse.keepsItsOwnHelp}</p>
        </div>
      ) : null}
      <OwnBands yard={yard} />
      <OwnSchool yard={yard} />
      <ProblemList error={save.error} lead={text.horse.problems} />
      <Overtaken
        error={save.error}
        differing={(now) =>
          differences(form.getValues(), typedOf(now as HorseView), FIELD_NAMES, [
            "edition",
            "height_cm",
          ])
        }
        onMine={() => save.mutate({ ...form.getValues(), edition: null })}
        startOver={startOver}
      />
      <div>
        <Button type="submit" variant="contained" size="large" disabled={save.isPending}>
          {known ? text.horse.save : text.horse.saveNew}
        </Button>
      </div>
      {known ? <TakeOut horse={known.id} name={known.profile.name} /> : null}
    </Form>
  );
}

/** The horse leaves the yard. */
function TakeOut({ horse, name }: { horse: string; name: string }) {
  const canManage = useQuery(meQuery).data?.can_manage ?? false;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const leave = useMutation({
    mutationFn: () =>
      api.post("/api/horses/{horse_id}/leave", { params: { path: { horse_id: horse } } }),
    onSuccess: async () => {
      void navigate("/");
      await everythingChanged(queries);
    },
  });
  if (!canManage) return null;
  return (
    <>
      <ProblemList error={leave.error} lead={text.state.failed} />
      <Surely
        label={text.people.takeOut}
        help={text.people.takeOutHelp}
        sure={text.people.takeOutSure(name)}
        isBusy={leave.isPending}
        onSure={() => leave.mutate()}
      />
    </>
  );
}

function useSave(horse: string | undefined, done: () => Promise<void>) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (typed: HorseTyped) => {
      const body = asSent(typed);
      if (horse === undefined) return api.post("/api/yard/horses", { body });
      return api.put("/api/horses/{horse_id}/profile", {
        params: { path: { horse_id: horse } },
        body,
      });
    },
    onSuccess: async (view) => {
      await done();
      await everythingChanged(queries);
      void navigate(`/horses/${view.id}/${horse === undefined ? "arrival" : "sheet"}`);
    },
  });
}

/** The server names a field of the horse, or of the height as it was typed. */
const own = (name: keyof HorseTyped, label: string, help = "") => ({
  name,
  path: `horse.${name}`,
  label,
  help,
});

function HorseFields({ yard, isNew }: { yard: YardView; isNew: boolean }) {
  const words = text.horse;
  const character = (name: "go" | "nerve", label: string, help: string) => (
    <Choice
      {...own(name, label, help)}
      path={`horse.temperament.${name}`}
      options={Object.entries(yard.temperaments[name] ?? {})}
      none={words.unknown}
    />
  );
  const known = { none: words.unknown };
  const backgrounds = Object.entries(yard.backgrounds);
  return (
    <div className={styles.fields}>
      <TextInput {...own("name", words.name)} required autoFocus={isNew} />
      <TextInput {...own("born", words.born)} type="date" />
      <Choice {...own("sex", words.sex)} options={Object.entries(yard.sexes)} {...known} />
      <Choice
        {...own("background", words.background, yard.form_help.background)}
        options={backgrounds}
        {...known}
      />
      <TextInput {...own("height", words.height, words.heightHelp)} />
      <TextInput {...own("girth_cm", words.girth, words.girthHelp)} decimal />
      <TextInput {...own("length_cm", words.length, words.lengthHelp)} decimal />
      <Weight />
      <TextInput {...own("arrived", words.arrived)} type="date" />
      <TextInput {...own("home", words.home, words.homeHelp)} />
      <TextInput name="minutes" path="usual_minutes" label={words.minutes} type="number" />
      {character("go", words.go, yard.form_help.go ?? "")}
      {character("nerve", words.nerve, yard.form_help.nerve ?? "")}
    </div>
  );
}

function BeforeFields({ yard }: { yard: YardView }) {
  const { field } = useController<HorseTyped, "did_before">({ name: "did_before" });
  return (
    <DidBefore
      options={yard.did_before}
      help={yard.form_help.did_before}
      told={field.value}
      onChange={field.onChange}
    />
  );
}

function OwnBands({ yard }: { yard: YardView }) {
  const keepsItsOwn = useWatch<HorseTyped, "keeps_its_own">({ name: "keeps_its_own" });
  const { field } = useController<HorseTyped, "bands">({ name: "bands" });
  return (
    <details className={styles.school} open={Object.keys(field.value).length > 0}>
      <summary>{text.horse.bands}</summary>
      <p className={styles.soft}>{yard.form_help.bands}</p>
      <BandRows
        yard={yard}
        bands={field.value}
        inherited={keepsItsOwn ? yard.shipped_bands : { ...yard.shipped_bands, ...yard.bands }}
        canChange
        onChange={(change) => field.onChange({ ...field.value, ...change })}
      />
    </details>
  );
}

function OwnSchool({ yard }: { yard: YardView }) {
  const keepsItsOwn = useWatch<HorseTyped, "keeps_its_own">({ name: "keeps_its_own" });
  const { field } = useController<HorseTyped, "school">({ name: "school" });
  return (
    <details className={styles.school} open={Object.keys(field.value).length > 0}>
      <summary>{text.horse.school}</summary>
      <SchoolChoices
        schools={yard.schools}
        chosen={field.value}
        inherited={keepsItsOwn ? {} : yard.school}
        onChoose={(key, code) => {
          const { [key]: _, ...others } = field.value;
          field.onChange(code === null ? others : { ...others, [key]: code });
        }}
      />
    </details>
  );
}

/** Worked out while one types. */
function Weight() {
  const [girth_cm, length_cm, born] = useWatch<HorseTyped, ["girth_cm", "length_cm", "born"]>({
    name: ["girth_cm", "length_cm", "born"],
  });
  const girth = asNumber(girth_cm);
  const length = asNumber(length_cm);
  const both = typeof girth === "number" && typeof length === "number";
  const weight = useQuery({
    ...tapeWeightQuery(Number(girth), Number(length), born || undefined),
    enabled: both,
  });
  return (
    <p className={styles.weight} aria-live="polite">
      <span className={styles.soft}>{text.horse.weight}</span>
      <strong>{both && weight.data ? weight.data.words : text.horse.weightEmpty}</strong>
    </p>
  );
}
