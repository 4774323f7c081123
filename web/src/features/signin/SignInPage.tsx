import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useForm } from "react-hook-form";
import { ApiError, api } from "../../shared/api/client";
import { firstRunQuery } from "../../shared/api/queries";
import { Form, TextInput } from "../../shared/form";
import { text } from "../../shared/text/en";
import { Loading } from "../../shared/ui/StateView";
import { BrandPage } from "./BrandPage";
import { FirstYardForm } from "./FirstYardForm";
import styles from "./SignInPage.module.css";
import { useLetIn } from "./useLetIn";

/** Where nobody is signed in; where there is no yard yet, the first one is made. */
export default function SignInPage() {
  const firstRun = useQuery(firstRunQuery);
  if (firstRun.isPending) return <Loading />;
  return (
    <BrandPage lead={text.signIn.lead}>
      {firstRun.data?.open ? <FirstYardForm /> : <SignInForm />}
    </BrandPage>
  );
}

interface Typed {
  name: string;
  password: string;
}

/** What is typed here is not kept on the device. */
function SignInForm() {
  const form = useForm<Typed>({ defaultValues: { name: "", password: "" } });
  const signIn = useLetIn((body: Typed) => api.post("/api/sign-in", { body }));
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

function words(error: Error): string {
  if (!(error instanceof ApiError)) return text.state.failed;
  if (error.isOffline) return text.signIn.offline;
  const [problem] = error.problems;
  if (error.status === 429) return text.signIn.locked(problem?.allowed ?? "");
  if (error.status === 503 && problem?.reason) return text.signIn.busy;
  return error.status >= 500 ? text.state.failed : text.signIn.wrong;
}
