// The first yard of a machine and its trainer, made by whoever can read the machine's code.
import Button from "@mui/material/Button";
import { useForm } from "react-hook-form";
import { api } from "../../shared/api/client";
import { Form, TextInput } from "../../shared/form";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { PasswordFields } from "./PasswordFields";
import styles from "./SignInPage.module.css";
import { useLetIn } from "./useLetIn";

const NOTHING = { code: "", yard: "", shown: "", name: "", password: "" };

export function FirstYardForm() {
  const form = useForm({ defaultValues: NOTHING });
  const begin = useLetIn((body: typeof NOTHING) => api.post("/api/first-run", { body }));
  return (
    <Form
      form={form}
      error={begin.error}
      onSubmit={(typed) => begin.mutate(typed)}
      className={styles.form}
    >
      <h2>{text.join.firstTitle}</h2>
      <p>{text.join.firstLead}</p>
      <TextInput name="code" label={text.join.code} help={text.join.codeHelp} decimal required />
      <TextInput name="yard" label={text.join.yard} required />
      <TextInput name="shown" label={text.join.shown} help={text.join.shownHelp} required />
      <PasswordFields />
      <ProblemList error={begin.error} lead={text.join.problems} />
      <Button type="submit" variant="contained" size="large" loading={begin.isPending}>
        {text.join.make}
      </Button>
    </Form>
  );
}
