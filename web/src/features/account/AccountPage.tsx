// Oneself: the password, where one is signed in, what is held on one, and leaving.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { api } from "../../shared/api/client";
import { devicesQuery, meQuery } from "../../shared/api/queries";
import type { Me } from "../../shared/api/types";
import { Form, TextInput } from "../../shared/form";
import { forgetAnswers } from "../../shared/outbox/database";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { download } from "../../shared/ui/download";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { Surely } from "../../shared/ui/Surely";
import { WhosePassword } from "../signin/PasswordFields";
import styles from "./AccountPage.module.css";

export default function AccountPage() {
  const me = useQuery(meQuery);
  if (!me.data) return <Loading />;
  return (
    <article className={styles.page}>
      <h1>{text.account.title}</h1>
      <p className={styles.soft}>
        {text.account.signedInAs(me.data.name, text.people.roles[me.data.role] ?? me.data.role)}
      </p>
      <Reading me={me.data} />
      <PasswordForm name={me.data.signs_in_as} />
      <Devices />
      <Held />
      <Leave />
    </article>
  );
}

type Preference = "units" | "clock";
const PREFERENCES: [Preference, string[]][] = [
  ["units", ["metric", "imperial"]],
  ["clock", ["24", "12"]],
];
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

/** How this person reads amounts and times: set with the tap, and every page says it so from then on. */
function Reading({ me }: { me: Me }) {
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (body: Partial<Pick<Me, Preference>>) => api.put("/api/me/preferences", { body }),
    onSuccess: async (next) => {
      queries.setQueryData(meQuery.queryKey, next);
      await queries.invalidateQueries();
    },
  });
  return (
    <section>
      <h2>{text.account.reading}</h2>
      <p className={styles.soft}>{text.account.readingLead}</p>
      <ProblemList error={change.error} lead={text.account.problems} />
      <div className={styles.fields}>
        {PREFERENCES.map(([key, options]) => (
          <TextField
            key={key}
            select
            size="small"
            label={text.account.preference[key]}
            value={me[key]}
            slotProps={NATIVE}
            onChange={(event) => change.mutate({ [key]: event.target.value })}
          >
            {options.map((one) => (
              <option key={one} value={one}>
                {text.account.options[one]}
              </option>
            ))}
          </TextField>
        ))}
      </div>
    </section>
  );
}

const NOTHING = { old: "", new: "" };

/** What is typed here is not kept on the device. */
function PasswordForm({ name }: { name: string }) {
  const form = useForm({ defaultValues: NOTHING });
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (body: typeof NOTHING) => api.post("/api/me/password", { body }),
    onSuccess: async () => {
      form.reset(NOTHING);
      await queries.invalidateQueries({ queryKey: devicesQuery.queryKey });
    },
  });
  return (
    <Form
      form={form}
      error={change.error}
      onSubmit={(typed) => change.mutate(typed)}
      className={styles.form}
    >
      <h2>{text.account.password}</h2>
      <WhosePassword name={name} />
      <div className={styles.fields}>
        <TextInput
          name="old"
          label={text.account.old}
          type="password"
          autoComplete="current-password"
        />
        <TextInput
          name="new"
          path="password"
          label={text.account.fresh}
          help={text.join.passwordHelp}
          type="password"
          autoComplete="new-password"
        />
      </div>
      <ProblemList error={change.error} lead={text.account.problems} />
      <p role="status">{change.isSuccess ? text.account.changed : ""}</p>
      <Button type="submit" variant="contained" loading={change.isPending}>
        {text.account.change}
      </Button>
    </Form>
  );
}

function Devices() {
  const devices = useQuery(devicesQuery);
  const queries = useQueryClient();
  const end = useMutation({
    mutationFn: (device_id: string) =>
      api.post("/api/me/devices/{device_id}/end", { params: { path: { device_id } } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: devicesQuery.queryKey }),
  });
  if (devices.isPending) return <Loading />;
  if (!devices.data)
    return <ErrorView error={devices.error} onRetry={() => void devices.refetch()} />;
  return (
    <section>
      <h2>{text.account.devices}</h2>
      <ProblemList error={end.error} lead={text.account.problems} />
      <ul className={styles.rows}>
        {devices.data.devices.map((one) => {
          const name = text.account[one.kind];
          return (
            <li key={one.id} title={one.runs_on}>
              <strong>{name}</strong>
              <span>
                {[
                  text.account.since(moment(one.begun_at)),
                  one.is_this ? text.account.here : text.account.seen(moment(one.seen_at)),
                ].join(" · ")}
              </span>
              {one.is_this ? null : (
                <Button
                  size="small"
                  aria-label={text.account.endName(name)}
                  onClick={() => end.mutate(one.id)}
                >
                  {text.account.end}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Held() {
  const take = useMutation({
    mutationFn: () => api.get("/api/me/held"),
    onSuccess: (held) => download(text.account.fileName, held),
  });
  return (
    <section>
      <h2>{text.account.held}</h2>
      <p className={styles.soft}>{text.account.heldLead}</p>
      <ProblemList error={take.error} lead={text.account.problems} />
      <Button variant="outlined" loading={take.isPending} onClick={() => take.mutate()}>
        {text.account.download}
      </Button>
    </section>
  );
}

function Leave() {
  const [isGone, setGone] = useState(false);
  const leave = useMutation({
    mutationFn: () => api.post("/api/me/leave"),
    onSuccess: async () => {
      setGone(true);
      await forgetAnswers();
      window.location.assign("/");
    },
  });
  return (
    <section>
      <h2>{text.account.leave}</h2>
      <ProblemList error={leave.error} lead={text.account.problems} />
      <Surely
        label={text.account.leaveGo}
        help={text.account.leaveLead}
        sure={text.account.leaveSure}
        isBusy={leave.isPending || isGone}
        onSure={() => leave.mutate()}
      />
    </section>
  );
}
