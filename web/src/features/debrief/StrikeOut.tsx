// A session that should not count: struck out by a trainer, and restored within thirty days.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../../shared/api/client";
import { meQuery, struckOutQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import { fullDay, shortDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import { Surely } from "../../shared/ui/Surely";
import styles from "./DebriefPage.module.css";

function useAfterwards() {
  const queries = useQueryClient();
  return () => everythingChanged(queries);
}

export function StrikeOut({ horse, session }: { horse: string; session: string }) {
  const canManage = useQuery(meQuery).data?.can_manage ?? false;
  const navigate = useNavigate();
  const afterwards = useAfterwards();
  const strike = useMutation({
    mutationFn: () =>
      api.post("/api/horses/{horse_id}/sessions/{session_id}/strike-out", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
    onSuccess: async () => {
      void navigate(`/horses/${horse}/debrief`);
      await afterwards();
    },
  });
  if (!canManage) return null;
  return (
    <section>
      <ProblemList error={strike.error} lead={text.state.failed} />
      <Surely
        label={text.session.strike}
        help={text.session.strikeHelp}
        sure={text.session.strikeSure}
        isBusy={strike.isPending}
        onSure={() => strike.mutate()}
      />
    </section>
  );
}

export function StruckOutSessions({ horse }: { horse: string }) {
  const canManage = useQuery(meQuery).data?.can_manage ?? false;
  const struck = useQuery({ ...struckOutQuery(horse), enabled: canManage });
  const afterwards = useAfterwards();
  const restore = useMutation({
    mutationFn: (session_id: string) =>
      api.post("/api/horses/{horse_id}/struck-out/{session_id}/restore", {
        params: { path: { horse_id: horse, session_id } },
      }),
    onSuccess: afterwards,
  });
  const sessions = struck.data?.sessions ?? [];
  if (sessions.length === 0) return null;
  return (
    <details className={styles.struck}>
      <summary>{text.session.struck(sessions.length)}</summary>
      <ProblemList error={restore.error} lead={text.state.failed} />
      <ul>
        {sessions.map((one) => (
          <li key={one.id}>
            <strong>{shortDay(one.date)}</strong>{" "}
            {text.session.struckBy(one.struck_by, fullDay(one.until.slice(0, 10)))}
            <Button
              size="small"
              aria-label={text.session.restoreName(shortDay(one.date))}
              onClick={() => restore.mutate(one.id)}
            >
              {text.session.restore}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
