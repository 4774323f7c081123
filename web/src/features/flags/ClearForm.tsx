// Who looked, and what was found: without both a flag stays open.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { FlagOnThePage } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList, problemAt } from "../../shared/ui/Problems";
import styles from "./FlagsPage.module.css";

interface Typed {
  cleared_by: string;
  found: string;
}

export function ClearForm({ horse, flag }: { horse: string; flag: FlagOnThePage }) {
  const queries = useQueryClient();
  const key = `clear/${horse}/${flag.code}/${flag.since}`;
  const form = useKeptForm<Typed>(key, {
    cleared_by: flag.cleared_by_whom[0] ?? "",
    found: "",
  });
  const clear = useMutation({
    mutationFn: (typed: Typed) =>
      unwrap(
        client.POST("/api/horses/{horse_id}/flags/clear", {
          params: { path: { horse_id: horse } },
          body: { code: flag.code, raised_on: flag.since, ...typed },
        }),
      ),
    onSuccess: async () => {
      await form.done();
      await everythingChanged(queries);
    },
  });
  const typed = form.value;
  if (!typed) return null;
  const found = problemAt(clear.error, "found");
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        clear.mutate(typed);
      }}
    >
      <h3>{text.flags.clear}</h3>
      {flag.only_a_vet ? <p>{flag.only_a_vet}</p> : null}
      <TextField
        select
        label={text.flags.clearedBy}
        value={typed.cleared_by}
        onChange={(event) => form.change({ ...typed, cleared_by: event.target.value })}
      >
        {flag.cleared_by_whom.map((one) => (
          <MenuItem key={one} value={one}>
            {text.flags.by[one]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={text.flags.found}
        value={typed.found}
        onChange={(event) => form.change({ ...typed, found: event.target.value })}
        error={found !== undefined}
        helperText={found ?? ""}
        multiline
        minRows={2}
      />
      <ProblemList error={clear.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={clear.isPending}>
        {text.flags.clearIt}
      </Button>
    </form>
  );
}
