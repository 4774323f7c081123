// When a session was: what its device said is put right where that cannot be, and can be set by hand.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../shared/api/client";
import { meQuery, timesQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { SessionTimes as Times } from "../../shared/api/types";
import { Form, TextInput, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { differences } from "../../shared/ui/differences";
import { Overtaken } from "../../shared/ui/Overtaken";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./SessionTimes.module.css";

interface Props {
  horse: string;
  session: string;
}

export function SessionTimes({ horse, session }: Props) {
  const me = useQuery(meQuery);
  const times = useQuery({ ...timesQuery(horse, session), enabled: me.data?.can_read ?? false });
  const [isSetting, setSetting] = useState(false);
  if (!times.data) return null;
  const { started, ended, words } = times.data;
  return (
    <div className={styles.times}>
      <p>
        {[started, ended]
          .filter(Boolean)
          .map((one) => toMinute(one))
          .join("–")}
        {words ? <strong className={styles.said}>{words}</strong> : null}
        {me.data?.can_change ? (
          <Button size="small" aria-expanded={isSetting} onClick={() => setSetting(!isSetting)}>
            {text.session.setTimes}
          </Button>
        ) : null}
      </p>
      {isSetting ? (
        <TimesForm
          key={times.data.edition}
          horse={horse}
          session={session}
          times={times.data}
          onDone={() => setSetting(false)}
        />
      ) : null}
    </div>
  );
}

const toMinute = (time: string | null | undefined) => time?.slice(0, 5) ?? "";

interface Typed {
  date: string;
  started: string;
  ended: string;
  edition: string | null;
}

const asTyped = ({ date, started, ended, edition }: Times): Typed => ({
  date,
  started: toMinute(started),
  ended: toMinute(ended),
  edition,
});

const NAMES = { date: text.session.date, started: text.session.started, ended: text.session.ended };

interface FormProps extends Props {
  times: Times;
  onDone: () => void;
}

function TimesForm({ horse, session, times, onDone }: FormProps) {
  const { form, draft, isReady, done, startOver } = useDraftForm(
    `times:${session}`,
    asTyped(times),
  );
  const set = useSetTimes(horse, session, async () => {
    await done();
    onDone();
  });
  if (!isReady) return null;
  return (
    <Form
      form={form}
      draft={draft}
      error={set.error}
      onSubmit={(typed) => set.mutate(typed)}
      className={styles.form}
    >
      <TimeFields />
      <Button type="submit" variant="contained" disabled={set.isPending}>
        {text.session.set}
      </Button>
      <div className={styles.whole}>
        <ProblemList error={set.error} lead={text.horse.problems} />
        <Overtaken
          error={set.error}
          differing={(now) =>
            differences(form.getValues(), asTyped(now as Times), NAMES, ["edition"])
          }
          onMine={() => set.mutate({ ...form.getValues(), edition: null })}
          startOver={startOver}
        />
      </div>
    </Form>
  );
}

function TimeFields() {
  const className = styles.field ?? "";
  const shared = { size: "small", className } as const;
  return (
    <>
      <TextInput name="date" label={text.session.date} type="date" {...shared} />
      <TextInput name="started" label={text.session.started} type="time" {...shared} />
      <TextInput name="ended" label={text.session.ended} type="time" {...shared} />
    </>
  );
}

function useSetTimes(horse: string, session: string, onSaved: () => Promise<void>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ date, started, ended, edition }: Typed) =>
      api.put("/api/horses/{horse_id}/sessions/{session_id}/times", {
        params: { path: { horse_id: horse, session_id: session } },
        body: { date, started: started || null, ended: ended || null, edition },
      }),
    onSuccess: async () => {
      await onSaved();
      await everythingChanged(queries);
    },
  });
}
