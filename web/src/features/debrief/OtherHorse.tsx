// A session that was logged on the wrong horse is given to the right one.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../../shared/api/client";
import { horsesQuery, meQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import { correcting as words } from "../../shared/text/en.entry";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./DebriefPage.module.css";

export function OtherHorse({ horse, session }: { horse: string; session: string }) {
  const canManage = useQuery(meQuery).data?.can_manage ?? false;
  const others = useQuery(horsesQuery).data?.horses.filter((one) => one.id !== horse) ?? [];
  const [isOpen, setOpen] = useState(false);
  const [to, setTo] = useState("");
  const move = useMove(horse, session);
  if (!canManage || others.length === 0) return null;
  return (
    <section>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {words.move}
      </Button>
      {isOpen ? (
        <div className={styles.move}>
          <p>{words.moveLead}</p>
          <TextField
            select
            size="small"
            label={words.to}
            value={to}
            className={styles.to ?? ""}
            onChange={({ target }) => setTo(target.value)}
          >
            {others.map(({ id, name }) => (
              <MenuItem key={id} value={id ?? ""}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <Button
            variant="contained"
            disabled={to === "" || move.isPending}
            onClick={() => move.mutate(to)}
          >
            {words.moveDo}
          </Button>
          <ProblemList error={move.error} lead={words.cannot} />
        </div>
      ) : null}
    </section>
  );
}

function useMove(horse: string, session: string) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (to: string) =>
      api.put("/api/horses/{horse_id}/sessions/{session_id}/horse", {
        params: { path: { horse_id: horse, session_id: session } },
        body: { to },
      }),
    onSuccess: async (_, to) => {
      void navigate(`/horses/${to}/debrief/${session}`);
      await everythingChanged(queries);
    },
  });
}
