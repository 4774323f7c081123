import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ApiError, client, unwrap } from "../../shared/api/client";
import { meQuery } from "../../shared/api/queries";
import type { Me } from "../../shared/api/types";
import { forgetAnswers } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import styles from "./SignInPage.module.css";

export function SignInPage() {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({
    networkMode: "always",
    mutationFn: () => unwrap<Me>(client.POST("/api/sign-in", { body: { name, password } })),
    onSuccess: async (me) => {
      // What another person saw on this device is not shown to this one.
      await forgetAnswers();
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "me" });
      queries.setQueryData(meQuery.queryKey, me);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate();
  };
  return (
    <main className={styles.page}>
      <section className={styles.brand} aria-hidden="true">
        <svg viewBox="0 0 200 600" preserveAspectRatio="xMidYMid slice">
          <path
            className={styles.rope}
            d="M100 -10 C 60 80 140 140 100 220 S 60 330 100 400 S 140 520 100 620"
          />
          <path
            className={styles.twist}
            d="M100 -10 C 60 80 140 140 100 220 S 60 330 100 400 S 140 520 100 620"
          />
          <circle cx="104" cy="130" r="16" className={styles.knot} />
          <path d="M96 268 l24 24 -24 24 -24 -24 Z" className={styles.fresh} />
          <ellipse cx="113" cy="450" rx="21" ry="16" className={styles.knot} />
        </svg>
      </section>
      <section className={styles.side}>
        <h1 className={styles.title}>{text.product}</h1>
        <p className={styles.lead}>{text.signIn.lead}</p>
        <form onSubmit={submit} className={styles.form}>
          <h2>{text.signIn.title}</h2>
          <TextField
            label={text.signIn.name}
            name="name"
            autoComplete="username"
            required
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <TextField
            label={text.signIn.password}
            name="password"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {signIn.error ? (
            <p role="alert" className={styles.error}>
              {words(signIn.error)}
            </p>
          ) : null}
          <Button type="submit" variant="contained" size="large" loading={signIn.isPending}>
            {text.signIn.go}
          </Button>
        </form>
      </section>
    </main>
  );
}

function words(error: Error): string {
  if (!(error instanceof ApiError)) return text.state.failed;
  if (error.isOffline) return text.signIn.offline;
  return error.status === 429 ? text.signIn.locked : text.signIn.wrong;
}
