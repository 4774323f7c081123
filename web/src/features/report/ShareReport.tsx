// An address for the owner: made with what stands here now, shown once, ended or withdrawn.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../shared/api/client";
import { type ReportWish, sharedReportsQuery } from "../../shared/api/queries";
import { moment } from "../../shared/text/days";
import { report as words } from "../../shared/text/en.sheet";
import { CopyAddress } from "../../shared/ui/CopyAddress";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./ReportPage.module.css";

const DAYS = [7, 30, 90, 365];
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

export function ShareReport({ horse, wish }: { horse: string; wish: ReportWish }) {
  const [days, setDays] = useState(30);
  const queries = useQueryClient();
  const share = useMutation({
    mutationFn: () =>
      api.post("/api/horses/{horse_id}/shared-reports", {
        params: { path: { horse_id: horse } },
        body: { without: [], paragraph: "", ...wish, days },
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: sharedReportsQuery(horse).queryKey }),
  });
  return (
    <section className={styles.share}>
      <h2>{words.share}</h2>
      <p className={styles.soft}>{words.shareLead}</p>
      <ProblemList error={share.error} lead={words.problems} />
      <div className={styles.making}>
        <TextField
          select
          size="small"
          label={words.days}
          value={days}
          slotProps={NATIVE}
          onChange={(event) => setDays(Number(event.target.value))}
        >
          {DAYS.map((one) => (
            <option key={one} value={one}>
              {words.dayCount(one)}
            </option>
          ))}
        </TextField>
        <Button variant="outlined" loading={share.isPending} onClick={() => share.mutate()}>
          {words.make}
        </Button>
      </div>
      {share.data ? (
        <div role="status">
          <p>{words.once}</p>
          <CopyAddress key={share.data.address} address={share.data.address} label={words.made} />
        </div>
      ) : null}
      <Shared horse={horse} />
    </section>
  );
}

/** What can still be opened, and how often it was. */
function Shared({ horse }: { horse: string }) {
  const shared = useQuery(sharedReportsQuery(horse));
  const queries = useQueryClient();
  const withdraw = useMutation({
    mutationFn: (shared_id: string) =>
      api.post("/api/horses/{horse_id}/shared-reports/{shared_id}/withdraw", {
        params: { path: { horse_id: horse, shared_id } },
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: sharedReportsQuery(horse).queryKey }),
  });
  const reports = shared.data?.reports ?? [];
  return (
    <>
      <h3>{words.shared}</h3>
      {reports.length === 0 ? <p className={styles.soft}>{words.sharedNone}</p> : null}
      <ul className={styles.shared}>
        {reports.map((one) => (
          <li key={one.id}>
            <span>
              {one.title}
              <span className={styles.soft}>
                {" "}
                {words.until(moment(one.ends_at))} · {words.opened(one.opened)}
              </span>
            </span>
            <Button
              size="small"
              aria-label={words.withdrawName(one.title)}
              loading={withdraw.isPending && withdraw.variables === one.id}
              onClick={() => withdraw.mutate(one.id)}
            >
              {words.withdraw}
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
