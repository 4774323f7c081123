// The ring session of a horse on this device: kept with every tap, sent through the outbox.

import { useCallback, useEffect, useRef, useState } from "react";
import { newId } from "../../shared/outbox/newId";
import { useOutbox } from "../../shared/outbox/OutboxProvider";
import { dropSession, keepSession, readSession } from "./keptSession";
import type { Change, RingDraft, Stamp } from "./ringDraft";

export function makeStamp(): Stamp {
  return { id: newId(), at: new Date().toISOString() };
}

export interface Ring {
  draft: RingDraft | null;
  /** Is the device still being asked whether a session is open? */
  looking: boolean;
  begin: (draft: RingDraft) => void;
  /** Moves about within the session. */
  move: (step: (draft: RingDraft) => RingDraft) => void;
  /** Logs something: kept here first, then sent. */
  change: (step: (draft: RingDraft) => Change) => void;
  close: () => Promise<void>;
}

export function useRing(horse: string): Ring {
  const outbox = useOutbox();
  const { draft, looking, latest, keep, drop } = useKeptSession(horse);
  const change = useCallback(
    (step: (draft: RingDraft) => Change) => {
      if (!latest.current) return;
      const done = step(latest.current);
      keep(done.draft);
      if (done.items.length > 0) void outbox.put(horse, done.items);
    },
    [horse, keep, latest, outbox],
  );
  const move = useCallback(
    (step: (draft: RingDraft) => RingDraft) => {
      if (latest.current) keep(step(latest.current));
    },
    [keep, latest],
  );
  return { draft, looking, begin: keep, move, change, close: drop };
}

/** The session as it is on the device: read once, kept with every change, dropped at its end. */
function useKeptSession(horse: string) {
  const [draft, setDraft] = useState<RingDraft | null>(null);
  const [looking, setLooking] = useState(true);
  const latest = useRef<RingDraft | null>(null);
  const show = useCallback((next: RingDraft | null) => {
    latest.current = next;
    setDraft(next);
  }, []);
  useEffect(() => {
    let current = true;
    setLooking(true);
    void readSession(horse).then((found) => {
      if (!current) return;
      show(found);
      setLooking(false);
    });
    return () => {
      current = false;
    };
  }, [horse, show]);
  const keep = useCallback(
    (next: RingDraft) => {
      keepSession(horse, next, latest.current);
      show(next);
    },
    [horse, show],
  );
  const drop = useCallback(async () => {
    const session = latest.current?.session ?? null;
    show(null);
    await dropSession(horse, session);
  }, [horse, show]);
  return { draft, looking, latest, keep, drop };
}
