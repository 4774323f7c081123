// One person: the role, whose horses, and how they go.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../shared/api/client";
import { meQuery, ownedQuery, peopleQuery } from "../../shared/api/queries";
import type { LinkMade, PersonView } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { download } from "../../shared/ui/download";
import { ProblemList } from "../../shared/ui/Problems";
import { Surely } from "../../shared/ui/Surely";
import { HorseTicks } from "./HorseTicks";
import styles from "./People.module.css";

const GIVEN = ["trainer", "instructor", "helper", "owner"] as const;
type Given = (typeof GIVEN)[number];

interface Props {
  person: PersonView;
  onLink: (made: LinkMade) => void;
}

export function PersonRow({ person, onLink }: Props) {
  const me = useQuery(meQuery);
  const [isOpen, setOpen] = useState(false);
  const isForADay = person.role === "day-helper";
  const seen = person.seen_at ? text.account.seen(moment(person.seen_at)) : text.people.never;
  return (
    <li className={styles.row}>
      <strong>
        {person.name}
        {person.id === me.data?.id ? ` (${text.people.you})` : ""}
      </strong>
      <span>
        {[person.signs_in_as, person.until ? text.people.until(moment(person.until)) : seen]
          .filter(Boolean)
          .join(" · ")}
      </span>
      {isForADay ? <em>{text.people.roles[person.role]}</em> : <RoleChoice person={person} />}
      {isForADay ? null : (
        <Button
          size="small"
          aria-expanded={isOpen}
          aria-label={text.people.moreOf(person.name)}
          onClick={() => setOpen(!isOpen)}
        >
          {text.people.more}
        </Button>
      )}
      {isOpen ? <More person={person} onLink={onLink} /> : null}
      {person.role === "owner" ? <Owned person={person} /> : null}
    </li>
  );
}

/** Everything that rests on who is here and what they may. */
function usePeopleChange<T>(send: (change: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: () => queries.invalidateQueries({ queryKey: peopleQuery.queryKey }),
  });
}

function RoleChoice({ person }: { person: PersonView }) {
  const queries = useQueryClient();
  const params = { path: { person_id: person.id } };
  const change = usePeopleChange(async (role: Given) => {
    await api.put("/api/people/{person_id}/role", { params, body: { role } });
    // It may have been one's own.
    await queries.invalidateQueries({ queryKey: meQuery.queryKey });
  });
  return (
    <>
      <TextField
        select
        size="small"
        className={styles.role ?? ""}
        label={text.people.roleOf(person.name)}
        value={change.isPending ? change.variables : person.role}
        onChange={(event) => change.mutate(event.target.value as Given)}
      >
        {GIVEN.map((role) => (
          <MenuItem key={role} value={role}>
            {text.people.roles[role]}
          </MenuItem>
        ))}
      </TextField>
      <ProblemList error={change.error} lead={text.people.problems} />
    </>
  );
}

function Owned({ person }: { person: PersonView }) {
  const owned = useQuery(ownedQuery);
  const params = { path: { person_id: person.id } };
  const set = usePeopleChange((horses: string[]) =>
    api.put("/api/people/{person_id}/horses", { params, body: { horses } }),
  );
  const chosen = (set.isPending ? set.variables : undefined) ?? owned.data?.horses[person.id] ?? [];
  return (
    <div className={styles.whole}>
      <HorseTicks
        legend={text.people.horsesOf(person.name)}
        chosen={chosen}
        onChange={(horses) => set.mutate(horses)}
      />
      <ProblemList error={set.error} lead={text.people.problems} />
    </div>
  );
}

function More({ person, onLink }: Props) {
  const params = { path: { person_id: person.id } };
  const link = usePeopleChange(async () => {
    onLink(await api.post("/api/people/{person_id}/new-password", { params }));
  });
  const leave = usePeopleChange(() => api.post("/api/people/{person_id}/leave", { params }));
  return (
    <div className={styles.more}>
      <Button size="small" variant="outlined" onClick={() => link.mutate(undefined)}>
        {text.people.newPassword}
      </Button>
      <HeldButton person={person} />
      <Button size="small" color="error" onClick={() => leave.mutate(undefined)}>
        {text.people.letGo}
      </Button>
      <Remove person={person} />
      <ProblemList error={link.error ?? leave.error} lead={text.people.problems} />
    </div>
  );
}

function HeldButton({ person }: { person: PersonView }) {
  const held = useMutation({
    mutationFn: () =>
      api.get("/api/people/{person_id}/held", { params: { path: { person_id: person.id } } }),
    onSuccess: (content) => download(`${person.name}.json`, content),
  });
  return (
    <Button size="small" variant="outlined" onClick={() => held.mutate()}>
      {text.people.held}
    </Button>
  );
}

function Remove({ person }: { person: PersonView }) {
  const params = { path: { person_id: person.id } };
  const remove = usePeopleChange(() => api.post("/api/people/{person_id}/forget", { params }));
  return (
    <>
      <Surely
        label={text.people.remove}
        help={text.people.removeHelp}
        sure={`${text.people.remove}: ${person.name}`}
        isBusy={remove.isPending}
        onSure={() => remove.mutate(undefined)}
      />
      <ProblemList error={remove.error} lead={text.people.problems} />
    </>
  );
}

/** Somebody who left, and is still known by name. */
export function Gone({ person }: { person: PersonView }) {
  return (
    <li className={styles.row}>
      <strong>{person.name}</strong>
      <span>{text.people.roles[person.role]}</span>
      <HeldButton person={person} />
      <Remove person={person} />
    </li>
  );
}
