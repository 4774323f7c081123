// What was taken in within a day, and can be undone.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { importsQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import { moment } from "../../shared/text/days";
import { exchangeText as text } from "../../shared/text/en.exchange";
import { ProblemList } from "../../shared/ui/Problems";
import { Surely } from "../../shared/ui/Surely";
import styles from "./Exchange.module.css";

export function Lately() {
  const lately = useQuery(importsQuery).data?.imports ?? [];
  const queries = useQueryClient();
  const undo = useMutation({
    mutationFn: (import_id: string) =>
      api.post("/api/imports/{import_id}/undo", { params: { path: { import_id } } }),
    onSuccess: () => everythingChanged(queries),
  });
  return (
    <>
      <p role="status" className={styles.said}>
        {undo.isSuccess ? text.undone : ""}
      </p>
      <ProblemList error={undo.error} lead={text.failed} />
      {lately.length > 0 ? <h3>{text.lately}</h3> : null}
      <ul className={styles.lately}>
        {lately.map((one) => (
          <li key={one.id}>
            <p>
              <strong>{one.horse}</strong> {one.name}
            </p>
            <p className={styles.soft}>
              {text.latelyLine(
                text.asks(one.asks),
                text.sessions(one.sessions),
                one.who,
                moment(one.at),
              )}
            </p>
            <Surely
              label={text.undo}
              help={text.undoHelp(moment(one.until))}
              sure={text.undoSure}
              isBusy={undo.isPending}
              onSure={() => undo.mutate(one.id)}
            />
          </li>
        ))}
      </ul>
    </>
  );
}
