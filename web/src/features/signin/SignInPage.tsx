import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useForm } from "react-hook-form";
import { ApiError, api } from "../../shared/api/client";
import { meQuery } from "../../shared/api/queries";
import { Form, TextInput } from "../../shared/form";
import { forgetAnswers } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import styles from "./SignInPage.module.css";

export default function SignInPage() {
  return (
    <main className={styles.page}>
      <Rope />
      <section className={styles.side}>
        <h1 className={styles.title}>{text.product}</h1>
        <p className={styles.lead}>{text.signIn.lead}</p>
        <SignInForm />
      </section>
    </main>
  );
}

interface Typed {
  name: string;
  password: string;
}

/** What is typed here is not kept on the device. */
function SignInForm() {
  const queries = useQueryClient();
  const form = useForm<Typed>({ defaultValues: { name: "", password: "" } });
  const signIn = useMutation({
    networkMode: "always",
    mutationFn: (body: Typed) => api.post("/api/sign-in", { body }),
    onSuccess: async (me) => {
      // What another person saw on this device is not shown to this one.
      await forgetAnswers();
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "me" });
      queries.setQueryData(meQuery.queryKey, me);
    },
  });
  return (
    <Form
      form={form}
      error={null}
      onSubmit={(typed) => signIn.mutate(typed)}
      className={styles.form}
    >
      <h2>{text.signIn.title}</h2>
      <TextInput name="name" label={text.signIn.name} autoComplete="username" required />
      <TextInput
        name="password"
        label={text.signIn.password}
        type="password"
        autoComplete="current-password"
        required
      />
      {signIn.error ? (
        <p role="alert" className={styles.error}>
          {words(signIn.error)}
        </p>
      ) : null}
      <Button type="submit" variant="contained" size="large" loading={signIn.isPending}>
        {text.signIn.go}
      </Button>
    </Form>
  );
}

const LINE = "M100 -10 C 60 80 140 140 100 220 S 60 330 100 400 S 140 520 100 620";

/** A rope with three knots, to look at. */
function Rope() {
  return (
    <section className={styles.brand} aria-hidden="true">
      <svg viewBox="0 0 200 600" preserveAspectRatio="xMidYMid slice">
        <path className={styles.rope} d={LINE} />
        <path className={styles.twist} d={LINE} />
        <circle cx="104" cy="130" r="16" className={styles.knot} />
        <path d="M96 268 l24 24 -24 24 -24 -24 Z" className={styles.fresh} />
        <ellipse cx="113" cy="450" rx="21" ry="16" className={styles.knot} />
      </svg>
    </section>
  );
}

function words(error: Error): string {
  if (!(error instanceof ApiError)) return text.state.failed;
  if (error.isOffline) return text.signIn.offline;
  if (error.status >= 500) return text.state.failed;
  return error.status === 429 ? text.signIn.locked : text.signIn.wrong;
}
