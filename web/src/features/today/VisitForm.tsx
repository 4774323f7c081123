// Who comes to which horse, and when: farrier, vet, and whatever else takes a horse's day.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { TodayPlan } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./TodayPage.module.css";

interface Visit {
  horse: string;
  date: string;
  what: string | null;
}

export function Visits({ today, canChange }: { today: TodayPlan; canChange: boolean }) {
  const queries = useQueryClient();
  const form = useKeptForm("visit", { horse: "", what: "", date: today.on });
  const note = useMutation({
    mutationFn: ({ horse, ...body }: Visit) =>
      unwrap(
        client.PUT("/api/horses/{horse_id}/busy", { params: { path: { horse_id: horse } }, body }),
      ),
    onSuccess: () => everythingChanged(queries),
  });
  const typed = form.value;
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
      {canChange && typed ? (
        <form
          className={styles.dayForm}
          onSubmit={(event) => {
            event.preventDefault();
            note.mutate(typed, { onSuccess: () => void form.done() });
          }}
        >
          <TextField
            select
            size="small"
            label={text.today.horse}
            value={typed.horse}
            onChange={(event) => form.change({ ...typed, horse: event.target.value })}
          >
            {today.rows.map(({ facts }) => (
              <MenuItem key={facts.id} value={facts.id ?? ""}>
                {facts.name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            size="small"
            label={text.today.who}
            value={typed.what}
            onChange={(event) => form.change({ ...typed, what: event.target.value })}
          >
            {today.visit_kinds.map(({ what, name }) => (
              <MenuItem key={what} value={what}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            size="small"
            type="date"
            label={text.today.on}
            value={typed.date}
            onChange={(event) => form.change({ ...typed, date: event.target.value })}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <Button type="submit" variant="outlined" disabled={!typed.horse || !typed.what}>
            {text.today.note}
          </Button>
          <ProblemList error={note.error} lead={text.today.notNoted} />
        </form>
      ) : null}
    </>
  );
}
