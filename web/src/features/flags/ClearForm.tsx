// Who looked, and what was found: without both a flag stays open.
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { FlagOnThePage } from "../../shared/api/types";
import { Choice, Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./FlagsPage.module.css";

interface Typed {
  cleared_by: string;
  found: string;
}

export function ClearForm({ horse, flag }: { horse: string; flag: FlagOnThePage }) {
  const queries = useQueryClient();
  const { form, draft, isReady, done } = useDraftForm<Typed>(
    `clear/${horse}/${flag.code}/${flag.since}`,
    {
      cleared_by: flag.cleared_by_whom[0] ?? "",
      found: "",
    },
  );
  const clear = useMutation({
    mutationFn: (typed: Typed) =>
      api.post("/api/horses/{horse_id}/flags/clear", {
        params: { path: { horse_id: horse } },
        body: { code: flag.code, raised_on: flag.since, ...typed },
      }),
    onSuccess: async () => {
      await done();
      await everythingChanged(queries);
    },
  });
  if (!isReady) return null;
  const looked = flag.cleared_by_whom.map((one) => [one, one] as const);
  return (
    <Form
      form={form}
      draft={draft}
      error={clear.error}
      onSubmit={(typed) => clear.mutate(typed)}
      className={styles.form}
    >
      <h3>{text.flags.clear}</h3>
      {flag.only_a_vet ? <p>{flag.only_a_vet}</p> : null}
      <Choice name="cleared_by" label={text.flags.clearedBy} options={looked} />
      <TextInput name="found" label={text.flags.found} multiline minRows={2} />
      <ProblemList error={clear.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={clear.isPending}>
        {text.flags.clearIt}
      </Button>
    </Form>
  );
}
