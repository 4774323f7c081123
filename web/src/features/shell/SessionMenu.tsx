import { useColorScheme } from "@mui/material/styles";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { NavLink } from "react-router";
import { api } from "../../shared/api/client";
import type { Me } from "../../shared/api/types";
import { forgetAnswers } from "../../shared/outbox/database";
import { useOutboxState } from "../../shared/outbox/OutboxProvider";
import { text } from "../../shared/text/en";
import styles from "./Shell.module.css";
import { UnsentDialog } from "./UnsentDialog";

const MODES = ["light", "dark", "system"] as const;

export function SessionMenu({ me, onChoose }: { me: Me; onChoose: () => void }) {
  const queries = useQueryClient();
  const { mode, setMode } = useColorScheme();
  const state = useOutboxState();
  const [isAsked, setAsked] = useState(false);
  const signOut = async () => {
    await api.post("/api/sign-out").catch(() => undefined);
    await forgetAnswers();
    queries.clear();
    window.location.assign("/");
  };
  return (
    <div className={styles.session}>
      <label className={styles.mode}>
        {text.shell.appearance}
        <select
          value={mode ?? "system"}
          onChange={(event) => setMode(event.target.value as (typeof MODES)[number])}
        >
          {MODES.map((one) => (
            <option key={one} value={one}>
              {text.shell.theme[one]}
            </option>
          ))}
        </select>
      </label>
      <div className={styles.ways}>
        <button
          type="button"
          className={styles.signOut}
          onClick={() => (state.waiting + state.refused > 0 ? setAsked(true) : void signOut())}
        >
          {text.shell.signOut} ({me.name})
        </button>
        <UnsentDialog
          open={isAsked}
          onClose={() => setAsked(false)}
          onSignOut={() => void signOut()}
        />
        {me.can_read ? (
          <NavLink to="/account" className={styles.signOut ?? ""} onClick={onChoose}>
            {text.account.short}
          </NavLink>
        ) : null}
      </div>
    </div>
  );
}
