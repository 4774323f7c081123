// Who comes to which horse, and when: farrier, vet, and whatever else takes a horse's day.
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useWatch } from "react-hook-form";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { TodayPlan } from "../../shared/api/types";
import { Choice, Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./TodayPage.module.css";

interface Visit {
  horse: string;
  date: string;
  what: string | null;
}

/** Notes a visit; null: nobody comes after all. */
function useNote() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ horse, ...body }: Visit) =>
      api.put("/api/horses/{horse_id}/busy", { params: { path: { horse_id: horse } }, body }),
    onSuccess: () => everythingChanged(queries),
  });
}

export function Visits({ today, canChange }: { today: TodayPlan; canChange: boolean }) {
  const note = useNote();
  return (
    <>
      <ul className={styles.visits}>
        {today.visits.map((one) => (
          <li key={`${one.horse}${one.date}`}>
            <strong>{one.name}</strong>: {one.words}{" "}
            {canChange ? (
              <Button
                size="small"
                aria-label={text.today.cancelName(one.words, one.name)}
                onClick={() => note.mutate({ horse: one.horse ?? "", date: one.date, what: null })}
              >
                {text.today.cancel}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {canChange ? <VisitForm today={today} /> : null}
    </>
  );
}

function VisitForm({ today }: { today: TodayPlan }) {
  const nothing: Visit = { horse: "", what: "", date: today.on };
  const { form, draft, isReady, done } = useDraftForm<Visit>("visit", nothing);
  const [horse, what] = useWatch({ control: form.control, name: ["horse", "what"] });
  const note = useNote();
  if (!isReady) return null;
  const save = (typed: Visit) =>
    note.mutate(typed, {
      onSuccess: () => {
        form.reset(nothing);
        void done();
      },
    });
  return (
    <Form form={form} draft={draft} error={note.error} onSubmit={save} className={styles.dayForm}>
      <Choice
        name="horse"
        size="small"
        label={text.today.horse}
        options={today.rows.map(({ facts }) => [facts.id ?? "", facts.name] as const)}
      />
      <Choice
        name="what"
        size="small"
        label={text.today.who}
        options={today.visit_kinds.map((one) => [one.what, one.name] as const)}
      />
      <TextInput name="date" size="small" type="date" label={text.today.on} />
      <Button type="submit" variant="outlined" disabled={!horse || !what}>
        {text.today.note}
      </Button>
      <ProblemList error={note.error} lead={text.today.notNoted} />
    </Form>
  );
}
