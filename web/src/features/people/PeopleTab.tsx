// Everybody of the yard, the links by which others come, and those who left.

import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../shared/api/client";
import { peopleQuery } from "../../shared/api/queries";
import type { LinkMade } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { DayLinkForm, InviteForm } from "./InviteForms";
import { LinkShown } from "./LinkShown";
import styles from "./People.module.css";
import { Gone, PersonRow } from "./PersonRow";

export function PeopleTab() {
  const people = useQuery(peopleQuery);
  const [made, setMade] = useState<LinkMade | null>(null);
  if (people.isPending) return <Loading />;
  if (!people.data) return <ErrorView error={people.error} onRetry={() => void people.refetch()} />;
  const { people: here, links, left } = people.data;
  return (
    <div className={styles.section}>
      <ul className={styles.rows}>
        {here.map((one) => (
          <PersonRow key={one.id} person={one} onLink={setMade} />
        ))}
      </ul>
      {made ? <LinkShown made={made} onClose={() => setMade(null)} /> : null}
      <div className={styles.forms}>
        <InviteForm onMade={setMade} />
        <DayLinkForm onMade={setMade} />
      </div>
      {links.length > 0 ? <OpenLinks links={links} /> : null}
      {left.length > 0 ? (
        <section>
          <h2>{text.people.left}</h2>
          <ul className={styles.rows}>
            {left.map((one) => (
              <Gone key={one.id} person={one} />
            ))}
          </ul>
        </section>
      ) : null}
    </div>
  );
}

function OpenLinks({ links }: { links: LinkMade["link"][] }) {
  const queries = useQueryClient();
  const end = useMutation({
    mutationFn: (link_id: string) =>
      api.post("/api/links/{link_id}/end", { params: { path: { link_id } } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: peopleQuery.queryKey }),
  });
  return (
    <section>
      <h2>{text.people.openLinks}</h2>
      <ProblemList error={end.error} lead={text.people.problems} />
      <ul className={styles.rows}>
        {links.map((one) => (
          <li key={one.id} className={styles.row}>
            <strong>{one.name}</strong>
            <span>
              {text.people.linkKinds[one.kind]}, {text.people.until(moment(one.ends_at))}
            </span>
            <Button
              size="small"
              aria-label={text.people.endLinkName(one.name)}
              onClick={() => end.mutate(one.id)}
            >
              {text.people.endLink}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
