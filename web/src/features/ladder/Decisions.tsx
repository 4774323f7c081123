// What the trainer has decided about a step: kept with reason and date, ended, never deleted.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { StepGuide } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ProblemList, problemAt } from "../../shared/ui/Problems";
import styles from "./GuidePage.module.css";

interface Props {
  horse: string;
  guide: StepGuide;
  canDecide: boolean;
}

export function Decisions({ horse, guide, canDecide }: Props) {
  const queries = useQueryClient();
  const step = guide.standing.step;
  const afterwards = () => everythingChanged(queries);
  const lift = useMutation({
    mutationFn: () =>
      unwrap(
        client.POST("/api/horses/{horse_id}/overrides/lift", {
          params: { path: { horse_id: horse } },
          body: { step },
        }),
      ),
    onSuccess: afterwards,
  });
  const inForce = guide.overrides.some((one) => one.in_force);
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
      <ProblemList error={lift.error} lead={text.horse.problems} />
      {canDecide && inForce ? (
        <Button variant="outlined" onClick={() => lift.mutate()} disabled={lift.isPending}>
          {text.guide.lift}
        </Button>
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

function DecisionForm({
  horse,
  guide,
  onDone,
}: {
  horse: string;
  guide: StepGuide;
  onDone: () => Promise<void>;
}) {
  const [state, setState] = useState<string>(guide.may_override[0] ?? "resting");
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("");
  const save = useMutation({
    mutationFn: () =>
      unwrap(
        client.POST("/api/horses/{horse_id}/overrides", {
          params: { path: { horse_id: horse } },
          body: { step: guide.standing.step, state, reason, until: until || null },
        }),
      ),
    onSuccess: async () => {
      setReason("");
      setUntil("");
      await onDone();
    },
  });
  const reasonProblem = problemAt(save.error, "reason");
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <p className={styles.soft}>{guide.decide_help}</p>
      <TextField
        select
        label={text.guide.decideAs}
        value={state}
        onChange={(event) => setState(event.target.value)}
      >
        {guide.may_override.map((one) => (
          <MenuItem key={one} value={one}>
            {one}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={text.guide.reason}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        error={reasonProblem !== undefined}
        helperText={reasonProblem ?? ""}
        multiline
        minRows={2}
      />
      <TextField
        label={text.guide.until}
        type="date"
        value={until}
        onChange={(event) => setUntil(event.target.value)}
        error={problemAt(save.error, "until") !== undefined}
        helperText={problemAt(save.error, "until") ?? ""}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <ProblemList error={save.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={save.isPending}>
        {text.guide.save}
      </Button>
    </form>
  );
}
