// A horse in a short form: new, or changed. The weight is worked out while one types.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import { client, unwrap } from "../../shared/api/client";
import { profileQuery, tapeWeightQuery, yardQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { HorseView, YardView } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList, problemAt } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { BandRows, type Bands } from "../yard/BandRows";
import { SchoolChoices } from "../yard/SchoolChoices";
import { DidBefore } from "./DidBefore";
import styles from "./HorseFormPage.module.css";

interface HorseTyped {
  name: string;
  born: string;
  sex: string;
  height: string;
  girth_cm: string;
  length_cm: string;
  background: string;
  arrived: string;
  home: string;
  minutes: string;
  go: string;
  nerve: string;
  did_before: string[] | null;
  bands: Bands;
  school: Record<string, string>;
}

type Field = Exclude<keyof HorseTyped, "school" | "did_before" | "bands">;

export default function HorseFormPage() {
  const { horse } = useParams();
  const yard = useQuery(yardQuery);
  const profile = useQuery({ ...profileQuery(horse ?? ""), enabled: horse !== undefined });
  if (yard.isPending || (horse !== undefined && profile.isPending)) return <Loading />;
  if (!yard.data) return <ErrorView error={yard.error} onRetry={() => void yard.refetch()} />;
  if (horse !== undefined && !profile.data)
    return <ErrorView error={profile.error} onRetry={() => void profile.refetch()} />;
  return <HorseForm key={horse ?? "new"} horse={horse} known={profile.data} yard={yard.data} />;
}

function today(): string {
  return new Date().toLocaleDateString("sv-SE");
}

function typedOf(known: HorseView | undefined): HorseTyped {
  const one = known?.profile;
  return {
    name: one?.name ?? "",
    born: one?.born ?? "",
    sex: one?.sex ?? "",
    height: known?.height.replace(/ \(.*/, "") ?? "",
    girth_cm: one?.girth_cm?.toString() ?? "",
    length_cm: one?.length_cm?.toString() ?? "",
    background: one ? (one.background ?? "") : "handled",
    arrived: one ? (one.arrived ?? "") : today(),
    home: one?.home ?? "",
    minutes: String(known?.usual_minutes ?? 30),
    go: one?.temperament?.go ?? "",
    nerve: one?.temperament?.nerve ?? "",
    did_before: one?.did_before ?? null,
    bands: one?.bands ?? {},
    school: one?.school ?? {},
  };
}

interface Props {
  horse: string | undefined;
  known: HorseView | undefined;
  yard: YardView;
}

function HorseForm({ horse, known, yard }: Props) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const kept = useKeptForm(`horse-form:${horse ?? "new"}`, typedOf(known));
  const { change, done } = kept;
  // What was kept may come from before a field was there.
  const value = kept.value && { ...typedOf(known), ...kept.value };
  const save = useMutation({
    mutationFn: (typed: HorseTyped) => send(horse, typed),
    onSuccess: async (view) => {
      await done();
      await everythingChanged(queries);
      void navigate(`/horses/${view.id}/${horse === undefined ? "arrival" : "sheet"}`);
    },
  });
  if (!value) return <Loading />;
  const field = (name: Field, label: string, help = "", more: object = {}) => {
    const wrong = problemAt(save.error, pathOf(name));
    return (
      <TextField
        label={label}
        name={name}
        value={value[name]}
        onChange={(event) => change({ ...value, [name]: event.target.value })}
        error={wrong !== undefined}
        helperText={wrong ?? help}
        slotProps={{ inputLabel: { shrink: true } }}
        {...more}
      />
    );
  };
  const choice = (name: Field, label: string, options: Record<string, string>, help = "") =>
    field(name, label, help, {
      select: true,
      slotProps: { inputLabel: { shrink: true }, select: { displayEmpty: true } },
      children: [
        <MenuItem key="" value="">
          {text.horse.unknown}
        </MenuItem>,
        ...Object.entries(options).map(([key, words]) => (
          <MenuItem key={key} value={key}>
            {words}
          </MenuItem>
        )),
      ],
    });
  const differing = Object.keys(value.school).length;
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(value);
      }}
    >
      <h1>{known ? text.horse.editTitle(known.profile.name) : text.horse.addTitle}</h1>
      <p className={styles.soft}>{text.horse.later}</p>
      <div className={styles.fields}>
        {field("name", text.horse.name, "", { required: true, autoFocus: horse === undefined })}
        {field("born", text.horse.born, "", { type: "date" })}
        {choice("sex", text.horse.sex, text.horse.sexes)}
        {choice("background", text.horse.background, yard.backgrounds, text.horse.backgroundHelp)}
        {field("height", text.horse.height, text.horse.heightHelp)}
        {field("girth_cm", text.horse.girth, text.horse.girthHelp, { inputMode: "decimal" })}
        {field("length_cm", text.horse.length, text.horse.lengthHelp, { inputMode: "decimal" })}
        <Weight typed={value} />
        {field("arrived", text.horse.arrived, "", { type: "date" })}
        {field("home", text.horse.home, text.horse.homeHelp)}
        {field("minutes", text.horse.minutes, "", { type: "number" })}
        {choice("go", text.horse.go, yard.temperaments.go ?? {}, text.horse.goHelp)}
        {choice("nerve", text.horse.nerve, yard.temperaments.nerve ?? {}, text.horse.nerveHelp)}
      </div>
      <DidBefore
        options={yard.did_before}
        told={value.did_before}
        onChange={(did_before) => change({ ...value, did_before })}
      />
      <details className={styles.school} open={Object.keys(value.bands).length > 0}>
        <summary>{text.horse.bands}</summary>
        <p className={styles.soft}>{text.horse.bandsHelp}</p>
        <BandRows
          yard={yard}
          bands={value.bands}
          inherited={{ ...yard.shipped_bands, ...yard.bands }}
          canChange
          onChange={(bands) => change({ ...value, bands })}
        />
      </details>
      <details className={styles.school} open={differing > 0}>
        <summary>{text.horse.school}</summary>
        <SchoolChoices
          schools={yard.schools}
          chosen={value.school}
          inherited={yard.school}
          onChoose={(key, code) => {
            const { [key]: _, ...others } = value.school;
            change({ ...value, school: code === null ? others : { ...others, [key]: code } });
          }}
        />
      </details>
      <ProblemList error={save.error} lead={text.horse.problems} />
      <div>
        <Button type="submit" variant="contained" size="large" disabled={save.isPending}>
          {horse === undefined ? text.horse.saveNew : text.horse.save}
        </Button>
      </div>
    </form>
  );
}

/** The server names a field of the horse, or of the height as it was typed. */
function pathOf(name: Field): string {
  if (name === "go" || name === "nerve") return `horse.temperament.${name}`;
  return name === "minutes" ? "form.usual_minutes" : `horse.${name}`;
}

/** Figures as numbers; whatever is no number is sent as it is, for the server to name. */
function asNumber(typed: string): number | string | null {
  const words = typed.trim().replace(",", ".");
  if (words === "") return null;
  return Number.isFinite(Number(words)) ? Number(words) : typed;
}

function send(horse: string | undefined, typed: HorseTyped): Promise<HorseView> {
  const { minutes, girth_cm, length_cm, go, nerve, ...rest } = typed;
  const temperament = { ...(go ? { go } : {}), ...(nerve ? { nerve } : {}) };
  const figures = { girth_cm: asNumber(girth_cm), length_cm: asNumber(length_cm) };
  const body = {
    horse: { ...rest, ...figures, temperament },
    usual_minutes: (asNumber(minutes) ?? 30) as number,
  };
  return horse === undefined
    ? unwrap<HorseView>(client.POST("/api/yard/horses", { body }))
    : unwrap<HorseView>(
        client.PUT("/api/horses/{horse_id}/profile", {
          params: { path: { horse_id: horse } },
          body,
        }),
      );
}

function Weight({ typed }: { typed: HorseTyped }) {
  const girth = asNumber(typed.girth_cm);
  const length = asNumber(typed.length_cm);
  const both = typeof girth === "number" && typeof length === "number";
  const weight = useQuery({
    ...tapeWeightQuery(Number(girth), Number(length), typed.born || undefined),
    enabled: both,
  });
  return (
    <p className={styles.weight} aria-live="polite">
      <span className={styles.soft}>{text.horse.weight}</span>
      <strong>{both && weight.data ? weight.data.words : text.horse.weightEmpty}</strong>
    </p>
  );
}
