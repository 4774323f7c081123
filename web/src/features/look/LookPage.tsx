// A minute's look at the horse: what of the list of pain signs was seen, and how fat it is.
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useWatch } from "react-hook-form";
import { Link, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { lookQuery, meQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { LookPage as Look } from "../../shared/api/types";
import { Form, TickMany, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { FlagLinks } from "../../shared/ui/FlagLinks";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./LookPage.module.css";

export default function LookPage() {
  const { horse = "" } = useParams();
  const look = useQuery(lookQuery(horse));
  const me = useQuery(meQuery);
  if (look.isPending) return <Loading />;
  if (!look.data) return <ErrorView error={look.error} onRetry={() => void look.refetch()} />;
  const page = look.data;
  const mayLog = Boolean(me.data?.can_log);
  return (
    <>
      <h1>{text.look.title}</h1>
      <FlagLinks horse={horse} flags={page.facts.open_flags} inFull />
      <section className={styles.part}>
        <h2>{text.look.pain}</h2>
        <p>{page.how}</p>
        {mayLog ? <PainForm horse={horse} page={page} /> : null}
        <ul>
          {page.looks.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <p className={styles.soft}>
          {page.source} {page.limits}
        </p>
      </section>
      <section className={styles.part}>
        <h2>{text.look.condition}</h2>
        {page.condition ? <p>{page.condition}</p> : null}
        {mayLog ? <ConditionForm horse={horse} page={page} /> : null}
        <p className={styles.soft}>{page.scores_source}</p>
      </section>
      <p>
        <Link to={`/horses/${horse}/flags`} className={styles.go ?? ""}>
          {text.flags.title}
        </Link>
      </p>
    </>
  );
}

interface FormProps {
  horse: string;
  page: Look;
}

interface Seen {
  signs: string[];
}

function PainForm({ horse, page }: FormProps) {
  const queries = useQueryClient();
  const { form, draft, isReady, done } = useDraftForm<Seen>(
    `look/${horse}`,
    { signs: [] },
    (kept) => ({
      // It was kept as the list alone once.
      signs: Array.isArray(kept) ? (kept as string[]) : (kept.signs ?? []),
    }),
  );
  const save = useMutation({
    mutationFn: (body: Seen) =>
      api.post("/api/horses/{horse_id}/look/pain-signs", {
        params: { path: { horse_id: horse } },
        body,
      }),
    onSuccess: async () => {
      form.reset({ signs: [] });
      await done();
      await everythingChanged(queries);
    },
  });
  if (!isReady) return null;
  return (
    <Form form={form} draft={draft} error={save.error} onSubmit={(seen) => save.mutate(seen)}>
      <TickMany
        name="signs"
        className={styles.signs}
        options={page.signs.map((sign) => [sign.code, sign.words] as const)}
      />
      <ProblemList error={save.error} lead={text.horse.problems} />
      <SaveLook of={page.signs.length} isBusy={save.isPending} />
    </Form>
  );
}

function SaveLook({ of, isBusy }: { of: number; isBusy: boolean }) {
  const signs = useWatch<Seen, "signs">({ name: "signs" });
  return (
    <div className={styles.save}>
      <p role="status">{text.look.seen(signs.length, of)}</p>
      <Button type="submit" variant="contained" disabled={isBusy}>
        {text.look.keep}
      </Button>
    </div>
  );
}

function ConditionForm({ horse, page }: FormProps) {
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (score: number) =>
      api.post("/api/horses/{horse_id}/look/condition", {
        params: { path: { horse_id: horse } },
        body: { score },
      }),
    onSuccess: () => everythingChanged(queries),
  });
  return (
    <>
      <RadioGroup
        aria-label={text.look.condition}
        value={save.variables?.toString() ?? ""}
        onChange={(_, score) => save.mutate(Number(score))}
      >
        {page.scores.map((one) => (
          <FormControlLabel
            key={one.score}
            value={one.score.toString()}
            control={<Radio />}
            label={`${one.score}: ${one.words}`}
          />
        ))}
      </RadioGroup>
      <ProblemList error={save.error} lead={text.horse.problems} />
    </>
  );
}
