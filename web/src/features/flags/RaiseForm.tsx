// A sign that somebody saw: which, and what was seen.
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useWatch } from "react-hook-form";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { FlagPage } from "../../shared/api/types";
import { Choice, Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./FlagsPage.module.css";

interface Typed {
  code: string;
  note: string;
}

const NOTHING: Typed = { code: "", note: "" };

export function RaiseForm({ horse, kinds }: { horse: string; kinds: FlagPage["kinds"] }) {
  const queries = useQueryClient();
  const { form, draft, isReady, done } = useDraftForm<Typed>(`raise/${horse}`, NOTHING);
  const raise = useMutation({
    mutationFn: (body: Typed) =>
      api.post("/api/horses/{horse_id}/flags/raise", {
        params: { path: { horse_id: horse } },
        body,
      }),
    onSuccess: async () => {
      form.reset(NOTHING);
      await done();
      await everythingChanged(queries);
    },
  });
  const code = useWatch({ control: form.control, name: "code" });
  if (!isReady) return null;
  const chosen = kinds.find((one) => one.code === code);
  return (
    <Form
      form={form}
      draft={draft}
      error={raise.error}
      onSubmit={(typed) => raise.mutate(typed)}
      className={styles.form}
    >
      <Choice
        name="code"
        label={text.flags.kind}
        options={kinds.map((one) => [one.code, one.name] as const)}
      />
      {chosen ? <p>{chosen.say}</p> : null}
      <TextInput name="note" label={text.flags.note} multiline minRows={2} />
      <ProblemList error={raise.error} lead={text.horse.problems} />
      <Button type="submit" variant="contained" disabled={raise.isPending || !code}>
        {text.flags.raiseIt}
      </Button>
    </Form>
  );
}
