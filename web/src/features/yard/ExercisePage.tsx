// An exercise of the yard: new, copied or changed. What is wrong is said where it is wrong.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { client, unwrap } from "../../shared/api/client";
import { exerciseQuery, meQuery, yardQuery } from "../../shared/api/queries";
import type { ExerciseSheet, YardView } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { ExerciseFields } from "./ExerciseFields";
import styles from "./ExercisePage.module.css";
import { asSent, copied, type ExerciseTyped, emptyExercise, typed } from "./exerciseForm";
import { FaultFields } from "./FaultFields";
import { StageFields } from "./StageFields";
import { useYardChange } from "./useYardChange";

const NEW = "new";

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
  if (!me.data?.can_change) return <p>{text.yard.readOnly}</p>;
  return (
    <ExerciseForm
      key={`${exercise}:${source}`}
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

function ExerciseForm({ yard, sheet, isNew }: Props) {
  const navigate = useNavigate();
  const initial = sheet
    ? isNew
      ? copied(sheet.exercise)
      : typed(sheet.exercise)
    : emptyExercise();
  const key = `exercise:${isNew ? `new:${sheet?.exercise.id ?? ""}` : sheet?.exercise.id}`;
  const { value, change, done } = useKeptForm<ExerciseTyped>(key, initial);
  const save = useYardChange(async (form: ExerciseTyped) => {
    const view = await unwrap<YardView>(
      client.PUT("/api/yard/exercises", { body: { exercise: asSent(form) } }),
    );
    await done();
    void navigate("/yard/exercises");
    return view;
  });
  if (!value) return <Loading />;
  const name = sheet?.exercise.name ?? "";
  const archive = () => {
    const archived = { ...value, source: { ...value.source, archived: !value.source.archived } };
    change(archived);
    save.mutate(archived);
  };
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(value);
      }}
    >
      <p>
        <Link to="/yard/exercises" className={styles.back}>
          ← {text.exercise.back}
        </Link>
      </p>
      <h1>
        {!isNew
          ? text.exercise.changeTitle(name)
          : sheet
            ? text.exercise.copyTitle(name)
            : text.exercise.newTitle}
      </h1>
      <ExerciseFields
        yard={yard}
        form={value}
        clock_s={(!isNew && sheet?.clock_s) || null}
        isNew={isNew}
        error={save.error}
        onChange={change}
      />
      <StageFields
        form={value}
        nextNumber={isNew ? 1 : (sheet?.next_number ?? 1)}
        canRemove={isNew}
        error={save.error}
        onChange={change}
      />
      <FaultFields yard={yard} form={value} error={save.error} onChange={change} />
      <ProblemList error={save.error} lead={text.exercise.problems} />
      <div className={styles.row}>
        <Button type="submit" variant="contained" size="large" disabled={save.isPending}>
          {text.exercise.save}
        </Button>
        {isNew ? null : (
          <Button onClick={archive} disabled={save.isPending}>
            {value.source.archived ? text.exercise.bringBack : text.exercise.archive}
          </Button>
        )}
      </div>
    </form>
  );
}
