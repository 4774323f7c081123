// Horses that have left the yard, and can be taken back.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { goneQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import { fullDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./People.module.css";

export function GoneHorsesTab() {
  const gone = useQuery(goneQuery);
  const queries = useQueryClient();
  const back = useMutation({
    mutationFn: (horse_id: string) =>
      api.post("/api/yard/gone-horses/{horse_id}/back", { params: { path: { horse_id } } }),
    onSuccess: () => everythingChanged(queries),
  });
  if (gone.isPending) return <Loading />;
  if (!gone.data) return <ErrorView error={gone.error} onRetry={() => void gone.refetch()} />;
  if (gone.data.horses.length === 0) return <Empty>{text.people.goneNone}</Empty>;
  return (
    <div className={styles.section}>
      <p className={styles.lead}>{text.people.goneLead}</p>
      <ProblemList error={back.error} lead={text.people.problems} />
      <ul className={styles.rows}>
        {gone.data.horses.map((one) => (
          <li key={one.id} className={styles.row}>
            <strong>{one.name}</strong>
            <span>{text.people.leftOn(fullDay(one.left_at.slice(0, 10)))}</span>
            <Button
              size="small"
              variant="outlined"
              aria-label={text.people.backName(one.name)}
              onClick={() => back.mutate(one.id)}
            >
              {text.people.back}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
