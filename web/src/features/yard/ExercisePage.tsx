// An exercise of the yard: new, copied or changed. What is wrong is said where it is wrong.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useFormContext, useWatch } from "react-hook-form";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api } from "../../shared/api/client";
import { exerciseQuery, meQuery, yardQuery } from "../../shared/api/queries";
import type { ExerciseSheet, YardView } from "../../shared/api/types";
import { Form, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { differences } from "../../shared/ui/differences";
import { Overtaken } from "../../shared/ui/Overtaken";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { ExerciseFields } from "./ExerciseFields";
import styles from "./ExercisePage.module.css";
import { asSent, copied, type ExerciseTyped, typed, upgraded } from "./exerciseForm";
import { FaultFields } from "./FaultFields";
import { StageFields } from "./StageFields";
import { useYardChange } from "./useYardChange";

const NEW = "new";

/** With the edition that was there when the change was begun; null: a new one, or whatever there is gives way. */
type Kept = ExerciseTyped & { edition: string | null };

export default function ExercisePage() {
  const { exercise = NEW } = useParams();
  const [search] = useSearchParams();
  const source = exercise === NEW ? search.get("from") : exercise;
  const yard = useQuery(yardQuery);
  const sheet = useQuery({ ...exerciseQuery(source ?? ""), enabled: source !== null });
  const me = useQuery(meQuery);
  if (yard.isPending || (source !== null && sheet.isPending)) return <Loading />;
  if (!yard.data) return <ErrorView error={yard.error} onRetry={() => void yard.refetch()} />;
  if (source !== null && !sheet.data)
    return <ErrorView error={sheet.error} onRetry={() => void sheet.refetch()} />;
  if (!me.data?.can_manage) return <p>{text.yard.readOnly}</p>;
  return (
    <ExerciseForm
      // What is known by now begins anew: what the device remembered is shown first, and may be old.
      key={`${exercise}:${source}:${sheet.data?.edition ?? ""}`}
      yard={yard.data}
      sheet={sheet.data}
      isNew={exercise === NEW}
    />
  );
}

interface Props {
  yard: YardView;
  sheet: ExerciseSheet | undefined;
  isNew: boolean;
}

function initialOf(
  yard: YardView,
  sheet: ExerciseSheet | undefined,
  isNew: boolean,
): ExerciseTyped {
  if (!sheet) return typed(yard.new_exercise);
  return isNew ? copied(sheet.exercise) : typed(sheet.exercise);
}

function ExerciseForm({ yard, sheet, isNew }: Props) {
  const initial = initialOf(yard, sheet, isNew);
  const key = `exercise:${isNew ? `new:${sheet?.exercise.id ?? ""}` : sheet?.exercise.id}`;
  const edition = isNew ? null : (sheet?.edition ?? null);
  const { form, draft, isReady, done, startOver } = useDraftForm<Kept>(
    key,
    { ...initial, edition },
    (kept) => ({
      ...upgraded(initial, kept),
      edition: kept.edition ?? edition,
    }),
  );
  const save = useSave(done);
  if (!isReady) return <Loading />;
  return (
    <Form
      form={form}
      draft={draft}
      error={save.error}
      onSubmit={(value) => save.mutate(value)}
      className={styles.form}
    >
      <Back />
      <h1>{titleOf(sheet?.exercise.name, isNew)}</h1>
      <ExerciseFields yard={yard} isNew={isNew} clock_s={(!isNew && sheet?.clock_s) || null} />
      <StageFields
        yard={yard}
        nextNumber={isNew ? 1 : (sheet?.next_number ?? 1)}
        canRemove={isNew}
      />
      <FaultFields yard={yard} />
      <ProblemList error={save.error} lead={text.exercise.problems} />
      <Overtaken
        error={save.error}
        differing={(now) =>
          differences(asSent(form.getValues()), asSent(typed((now as ExerciseSheet).exercise)))
        }
        onMine={() => save.mutate({ ...form.getValues(), edition: null })}
        startOver={startOver}
      />
      <SaveButtons isNew={isNew} isBusy={save.isPending} onSave={(value) => save.mutate(value)} />
    </Form>
  );
}

function Back() {
  return (
    <p>
      <Link to="/yard/exercises" className={styles.back}>
        ← {text.exercise.back}
      </Link>
    </p>
  );
}

function titleOf(name: string | undefined, isNew: boolean): string {
  if (name === undefined) return text.exercise.newTitle;
  return isNew ? text.exercise.copyTitle(name) : text.exercise.changeTitle(name);
}

function useSave(done: () => Promise<void>) {
  const navigate = useNavigate();
  return useYardChange(async ({ edition, ...form }: Kept) => {
    const body = { exercise: asSent(form), edition };
    const view = await api.put("/api/yard/exercises", { body });
    await done();
    void navigate("/yard/exercises");
    return view;
  });
}

interface ButtonsProps {
  isNew: boolean;
  isBusy: boolean;
  onSave: (typed: Kept) => void;
}

function SaveButtons({ isNew, isBusy, onSave }: ButtonsProps) {
  const { getValues, setValue } = useFormContext<Kept>();
  const isArchived = useWatch<Kept, "source.archived">({ name: "source.archived" });
  const archive = () => {
    setValue("source.archived", !isArchived);
    onSave(getValues());
  };
  return (
    <div className={styles.row}>
      <Button type="submit" variant="contained" size="large" disabled={isBusy}>
        {text.exercise.save}
      </Button>
      {isNew ? null : (
        <Button onClick={archive} disabled={isBusy}>
          {isArchived ? text.exercise.bringBack : text.exercise.archive}
        </Button>
      )}
    </div>
  );
}
