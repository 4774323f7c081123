// An invitation to stay, and a link for a day.
import Button from "@mui/material/Button";
import { type UseMutationResult, useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { type FieldValues, type UseFormReturn, useController, useWatch } from "react-hook-form";
import { api } from "../../shared/api/client";
import { peopleQuery } from "../../shared/api/queries";
import type { LinkMade } from "../../shared/api/types";
import { Choice, Form, TextInput, useDraftForm } from "../../shared/form";
import type { UnsavedDraft } from "../../shared/form/useDraftForm";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { HorseTicks } from "./HorseTicks";
import styles from "./People.module.css";

const ROLES = ["helper", "owner", "instructor", "trainer"] as const;
const INVITED = {
  name: "",
  email: "",
  role: "helper" as (typeof ROLES)[number],
  horses: [] as string[],
};
const FOR_A_DAY = { name: "", email: "", horses: [] as string[] };

interface Props {
  onMade: (made: LinkMade) => void;
}

function useMake<T>(send: (typed: T) => Promise<LinkMade>, onMade: Props["onMade"]) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: async (made) => {
      onMade(made);
      await queries.invalidateQueries({ queryKey: peopleQuery.queryKey });
    },
  });
}

export function InviteForm({ onMade }: Props) {
  const { form, draft, isReady, done } = useDraftForm<typeof INVITED>("invite", INVITED);
  const role = useWatch({ control: form.control, name: "role" });
  const make = useMake(async (body: typeof INVITED) => {
    const made = await api.post("/api/people/invitations", { body });
    form.reset(INVITED);
    await done();
    return made;
  }, onMade);
  if (!isReady) return null;
  const roles = ROLES.map(
    (one) => [one, `${text.people.roles[one]}: ${text.people.rolesHelp[one]}`] as const,
  );
  return (
    <LinkForm title={text.people.invite} form={form} draft={draft} make={make}>
      <Choice name="role" label={text.people.role} options={roles} size="small" />
      {role === "owner" ? <Horses legend={text.people.owns} /> : null}
    </LinkForm>
  );
}

export function DayLinkForm({ onMade }: Props) {
  const { form, draft, isReady, done } = useDraftForm<typeof FOR_A_DAY>("day-link", FOR_A_DAY);
  const make = useMake(async (body: typeof FOR_A_DAY) => {
    const made = await api.post("/api/people/day-links", { body });
    form.reset(FOR_A_DAY);
    await done();
    return made;
  }, onMade);
  if (!isReady) return null;
  return (
    <LinkForm
      title={text.people.dayLink}
      lead={text.people.dayLinkLead}
      form={form}
      draft={draft}
      make={make}
    >
      <Horses legend={text.people.dayHorses} />
    </LinkForm>
  );
}

interface LinkFormProps<T extends FieldValues> {
  title: string;
  lead?: string;
  form: UseFormReturn<T>;
  draft: UnsavedDraft | null;
  make: UseMutationResult<LinkMade, Error, T>;
  /** What is asked beside name and address. */
  children: ReactNode;
}

/** What every link wants to know, and the button that makes it. */
function LinkForm<T extends FieldValues>(props: LinkFormProps<T>) {
  const { title, lead, form, draft, make, children } = props;
  return (
    <Form
      form={form}
      draft={draft}
      error={make.error}
      onSubmit={(typed) => make.mutate(typed)}
      className={styles.form}
    >
      <h2>{title}</h2>
      {lead ? <p>{lead}</p> : null}
      <TextInput name="name" label={text.people.name} size="small" />
      <TextInput name="email" label={text.people.email} size="small" type="email" />
      {children}
      <ProblemList error={make.error} lead={text.people.problems} />
      <Button type="submit" variant="contained" loading={make.isPending}>
        {text.people.makeLink}
      </Button>
    </Form>
  );
}

function Horses({ legend }: { legend: string }) {
  const { field } = useController({ name: "horses" });
  return <HorseTicks legend={legend} chosen={field.value ?? []} onChange={field.onChange} />;
}
