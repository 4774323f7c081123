// Archives of everything: how old the last one is and how large, one more, a copy of one.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { archivesQuery } from "../../shared/api/queries";
import type { Archives } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { age, size, exchangeText as text } from "../../shared/text/en.exchange";
import { DataTable } from "../../shared/ui/DataTable";
import { ProblemList } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./Exchange.module.css";

export function ArchivesPart() {
  const archives = useQuery(archivesQuery);
  const queries = useQueryClient();
  const make = useMutation({
    mutationFn: () => api.post("/api/archives"),
    onSuccess: (told) => queries.setQueryData(archivesQuery.queryKey, told),
  });
  if (archives.isPending) return <Loading />;
  if (!archives.data)
    return <ErrorView error={archives.error} onRetry={() => void archives.refetch()} />;
  const told = archives.data;
  return (
    <>
      <p className={styles.lead}>
        {text.archivesLead(told.kept)} {told.are_handed_out ? "" : text.archivesOfAll}
      </p>
      <p className={told.is_overdue ? styles.wrong : ""}>
        {lastOf(told)} {told.is_overdue && told.archives.length > 0 ? text.overdue : ""}
      </p>
      <ProblemList error={make.error} lead={text.failed} />
      <div>
        <Button variant="outlined" disabled={make.isPending} onClick={() => make.mutate()}>
          {make.isPending ? text.making : text.make}
        </Button>
      </div>
      {told.archives.length > 0 ? <All told={told} /> : null}
      <h3>{text.restoreTitle}</h3>
      <p className={styles.lead}>{text.restoreLead}</p>
    </>
  );
}

function lastOf({ archives }: Archives): string {
  const last = archives.find((one) => one.made !== null);
  return last?.made ? text.last(age(last.made, Date.now()), size(last.bytes)) : text.none;
}

function All({ told }: { told: Archives }) {
  return (
    <div className={styles.scroll}>
      <DataTable columns={[text.made, text.size, ...(told.are_handed_out ? [""] : [])]}>
        {told.archives.map((one) => {
          const made = one.made ? moment(one.made) : one.name;
          return (
            <tr key={one.name}>
              <td>{made}</td>
              <td>{size(one.bytes)}</td>
              {told.are_handed_out ? (
                <td className={styles.take}>
                  <Button
                    component="a"
                    size="small"
                    href={`/api/archives/${encodeURIComponent(one.name)}`}
                    download
                    aria-label={text.copyName(made)}
                  >
                    {text.copy}
                  </Button>
                </td>
              ) : null}
            </tr>
          );
        })}
      </DataTable>
    </div>
  );
}
