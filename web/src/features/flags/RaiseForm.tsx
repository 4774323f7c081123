// A sign that somebody saw: which, and what was seen.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { FlagPage } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList, problemAt } from "../../shared/ui/Problems";
import styles from "./FlagsPage.module.css";

export function RaiseForm({ horse, kinds }: { horse: string; kinds: FlagPage["kinds"] }) {
  const queries = useQueryClient();
  const form = useKeptForm(`raise/${horse}`, { code: "", note: "" });
  const raise = useMutation({
    mutationFn: (typed: { code: string; note: string }) =>
      unwrap(
        client.POST("/api/horses/{horse_id}/flags/raise", {
          params: { path: { horse_id: horse } },
          body: typed,
        }),
      ),
    onSuccess: async () => {
      await form.done();
      form.change({ code: "", note: "" });
      await everythingChanged(queries);
    },
  });
  const typed = form.value;
  if (!typed) return null;
  const chosen = kinds.find((one) => one.code === typed.code);
  const note = problemAt(raise.error, "note");
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        raise.mutate(typed);
      }}
    >
      <TextField
        select
        label={text.flags.kind}
        value={typed.code}
        onChange={(event) => form.change({ ...typed, code: event.target.value })}
      >
        {kinds.map((one) => (
          <MenuItem key={one.code} value={one.code}>
            {one.name}
          </MenuItem>
        ))}
      </TextField>
      {chosen ? <p>{chosen.say}</p> : null}
      <TextField
        label={text.flags.note}
        value={typed.note}
        onChange={(event) => form.change({ ...typed, note: event.target.value })}
        error={note !== undefined}
        helperText={note ?? ""}
        multiline
        minRows={2}
      />
      <ProblemList error={raise.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={raise.isPending || !typed.code}>
        {text.flags.raiseIt}
      </Button>
    </form>
  );
}
