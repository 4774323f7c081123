// A minute's look at the horse: what of the list of pain signs was seen, and how fat it is.
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, unwrap } from "../../shared/api/client";
import { lookQuery, meQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { LookPage as Look } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
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
        <p>{text.look.threshold(page.threshold, page.signs.length)}</p>
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

function PainForm({ horse, page }: FormProps) {
  const queries = useQueryClient();
  const form = useKeptForm<string[]>(`look/${horse}`, []);
  const save = useMutation({
    mutationFn: (signs: string[]) =>
      unwrap(
        client.POST("/api/horses/{horse_id}/look/pain-signs", {
          params: { path: { horse_id: horse } },
          body: { signs },
        }),
      ),
    onSuccess: async () => {
      form.change([]);
      await form.done();
      await everythingChanged(queries);
    },
  });
  const seen = form.value;
  if (!seen) return null;
  const toggle = (code: string) =>
    form.change(seen.includes(code) ? seen.filter((one) => one !== code) : [...seen, code]);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(seen);
      }}
    >
      <div className={styles.signs}>
        {page.signs.map((sign) => (
          <FormControlLabel
            key={sign.code}
            control={
              <Checkbox checked={seen.includes(sign.code)} onChange={() => toggle(sign.code)} />
            }
            label={sign.words}
          />
        ))}
      </div>
      <ProblemList error={save.error} lead={text.horse.problems} />
      <div className={styles.save}>
        <p role="status">{text.look.seen(seen.length, page.signs.length)}</p>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          {text.look.keep}
        </Button>
      </div>
    </form>
  );
}

function ConditionForm({ horse, page }: FormProps) {
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (score: number) =>
      unwrap(
        client.POST("/api/horses/{horse_id}/look/condition", {
          params: { path: { horse_id: horse } },
          body: { score },
        }),
      ),
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
