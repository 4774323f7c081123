// What the trainer has decided about a step: kept with reason and date, ended, never deleted.
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { StepGuide } from "../../shared/api/types";
import { Choice, Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./GuidePage.module.css";

interface Props {
  horse: string;
  guide: StepGuide;
  canDecide: boolean;
}

export function Decisions({ horse, guide, canDecide }: Props) {
  const queries = useQueryClient();
  const afterwards = () => everythingChanged(queries);
  return (
    <section className={styles.decisions}>
      <h2>{text.guide.decisions}</h2>
      {guide.overrides.length === 0 ? (
        <p className={styles.soft}>{text.guide.noDecisions}</p>
      ) : null}
      <ul>
        {guide.overrides.map((one) => (
          <li key={one.on + one.state + one.reason}>
            <strong>{text.guide.decision(one.state, one.on, one.until ?? null)}</strong>
            {one.in_force ? ` (${text.guide.inForce})` : ""}: {one.reason}
          </li>
        ))}
      </ul>
      {canDecide && guide.overrides.some((one) => one.in_force) ? (
        <Lift horse={horse} step={guide.standing.step} onDone={afterwards} />
      ) : null}
      {canDecide ? (
        <details className={styles.decide}>
          <summary>{text.guide.decide}</summary>
          <DecisionForm horse={horse} guide={guide} onDone={afterwards} />
        </details>
      ) : null}
    </section>
  );
}

interface LiftProps {
  horse: string;
  step: string;
  onDone: () => Promise<void>;
}

/** Ends what is decided of the step. */
function Lift({ horse, step, onDone }: LiftProps) {
  const lift = useMutation({
    mutationFn: () =>
      api.post("/api/horses/{horse_id}/overrides/lift", {
        params: { path: { horse_id: horse } },
        body: { step },
      }),
    onSuccess: onDone,
  });
  return (
    <>
      <ProblemList error={lift.error} lead={text.horse.problems} />
      <Button variant="outlined" onClick={() => lift.mutate()} disabled={lift.isPending}>
        {text.guide.lift}
      </Button>
    </>
  );
}

interface FormProps {
  horse: string;
  guide: StepGuide;
  onDone: () => Promise<void>;
}

interface Typed {
  state: string;
  reason: string;
  until: string;
}

function DecisionForm({ horse, guide, onDone }: FormProps) {
  const step = guide.standing.step;
  const nothing = { state: guide.may_override[0] ?? "", reason: "", until: "" };
  const { form, draft, isReady, done } = useDraftForm<Typed>(`decide/${horse}/${step}`, nothing);
  const save = useMutation({
    mutationFn: ({ until, ...typed }: Typed) =>
      api.post("/api/horses/{horse_id}/overrides", {
        params: { path: { horse_id: horse } },
        body: { step, ...typed, until: until || null },
      }),
    onSuccess: async () => {
      form.reset(nothing);
      await done();
      await onDone();
    },
  });
  if (!isReady) return null;
  return (
    <Form
      form={form}
      draft={draft}
      error={save.error}
      onSubmit={(typed) => save.mutate(typed)}
      className={styles.form}
    >
      <p className={styles.soft}>{guide.decide_help}</p>
      <Choice
        name="state"
        label={text.guide.decideAs}
        options={guide.may_override.map((one) => [one, one] as const)}
      />
      <TextInput name="reason" label={text.guide.reason} multiline minRows={2} />
      <TextInput name="until" label={text.guide.until} type="date" />
      <ProblemList error={save.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={save.isPending}>
        {text.guide.save}
      </Button>
    </Form>
  );
}
