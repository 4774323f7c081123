import { useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useSyncExternalStore,
} from "react";
import type { Me } from "../api/types";
import { Outbox, type OutboxState } from "./outbox";
import { keepForGood } from "./room";

const OutboxContext = createContext<Outbox | null>(null);

/** One outbox for whoever is signed in; sends when there is signal, and refreshes what changed. */
export function OutboxProvider({ me, children }: { me: Me; children: ReactNode }) {
  const queries = useQueryClient();
  const outbox = useMemo(() => new Outbox(String(me.id)), [me.id]);
  // Names change, and two may have the same: it was once kept under the name.
  const byName = `${me.yard}/${me.name}`;
  useEffect(() => {
    const flush = () => void outbox.flush();
    const forget = outbox.onSaved((horses) => {
      void queries.invalidateQueries({ queryKey: ["today"] });
      void queries.invalidateQueries({ queryKey: ["horses"] });
      for (const horse of horses) void queries.invalidateQueries({ queryKey: ["horse", horse] });
    });
    window.addEventListener("online", flush);
    void keepForGood().catch(() => undefined);
    void outbox
      .adopt(byName)
      .then(() => outbox.recount())
      .then(flush);
    return () => {
      forget();
      outbox.stop();
      window.removeEventListener("online", flush);
    };
  }, [outbox, queries, byName]);
  return <OutboxContext.Provider value={outbox}>{children}</OutboxContext.Provider>;
}

export function useOutbox(): Outbox {
  const outbox = useContext(OutboxContext);
  if (!outbox) throw new Error("useOutbox outside of OutboxProvider");
  return outbox;
}

export function useOutboxState(): OutboxState {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.getState);
}
