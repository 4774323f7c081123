// Whoever comes by a link: an invitation, a new password, a helper's day. What opens it stands behind the #.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Link, useLocation } from "react-router";
import { ApiError, api } from "../../shared/api/client";
import { firstRunQuery } from "../../shared/api/queries";
import type { LinkSeen } from "../../shared/api/types";
import { Form } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { BrandPage } from "./BrandPage";
import { PasswordFields, WhosePassword } from "./PasswordFields";
import styles from "./SignInPage.module.css";
import { useLetIn } from "./useLetIn";

export default function JoinPage() {
  const [token] = useState(useLocation().hash.slice(1));
  // Asked first for the token with which the rest is sent.
  const ready = useQuery(firstRunQuery);
  const link = useQuery({
    queryKey: ["link", token],
    queryFn: () => api.post("/api/links/look", { body: { token } }),
    enabled: !ready.isPending,
    retry: false,
    gcTime: 0,
  });
  if (link.isPending) return <Loading />;
  if (!link.data) return <NoLink error={link.error} onRetry={() => void link.refetch()} />;
  const { kind, name, yard } = link.data;
  const ways = { join: Joining, password: NewPassword, day: Day };
  const Way = ways[kind];
  return (
    <BrandPage lead={text.join.invited(name, yard)}>
      <Way token={token} link={link.data} />
    </BrandPage>
  );
}

function NoLink({ error, onRetry }: { error: unknown; onRetry: () => void }) {
  const hasEnded = error instanceof ApiError && [404, 422].includes(error.status);
  if (!hasEnded) return <ErrorView error={error} onRetry={onRetry} />;
  return (
    <BrandPage lead={text.signIn.lead}>
      <p role="alert">{text.join.ended}</p>
      <Button component={Link} to="/" variant="outlined" sx={{ mt: 3 }}>
        {text.join.toSignIn}
      </Button>
    </BrandPage>
  );
}

interface Props {
  token: string;
  link: LinkSeen;
}

function Joining({ token, link }: Props) {
  const form = useForm({ defaultValues: { name: "", password: "" } });
  const join = useLetIn((typed: { name: string; password: string }) =>
    api.post("/api/links/join", { body: { token, ...typed } }),
  );
  return (
    <Form
      form={form}
      error={join.error}
      onSubmit={(typed) => join.mutate(typed)}
      className={styles.form}
    >
      <p>{text.join.joinLead(text.people.roles[link.role] ?? link.role)}</p>
      <PasswordFields />
      <ProblemList error={join.error} lead={text.join.problems} />
      <Button type="submit" variant="contained" size="large" loading={join.isPending}>
        {text.join.join}
      </Button>
    </Form>
  );
}

function NewPassword({ token, link }: Props) {
  const form = useForm({ defaultValues: { password: "" } });
  const set = useLetIn(({ password }: { password: string }) =>
    api.post("/api/links/password", { body: { token, password } }),
  );
  return (
    <Form
      form={form}
      error={set.error}
      onSubmit={(typed) => set.mutate(typed)}
      className={styles.form}
    >
      <h2>{text.join.passwordTitle}</h2>
      <p>{text.join.passwordLead(link.signs_in_as ?? "")}</p>
      <WhosePassword name={link.signs_in_as ?? ""} />
      <PasswordFields withName={false} />
      <ProblemList error={set.error} lead={text.join.problems} />
      <Button type="submit" variant="contained" size="large" loading={set.isPending}>
        {text.join.setPassword}
      </Button>
    </Form>
  );
}

function Day({ token }: Props) {
  const come = useLetIn(() => api.post("/api/links/day", { body: { token } }));
  return (
    <div className={styles.form}>
      <p>{text.join.dayLead}</p>
      <ProblemList error={come.error} lead={text.join.problems} />
      <Button
        variant="contained"
        size="large"
        loading={come.isPending}
        onClick={() => come.mutate(undefined)}
      >
        {text.join.dayGo}
      </Button>
    </div>
  );
}
