// The taps of a session: one for an answer, with what was armed before it; a lead or a fault said afterwards.
import { useRef, useState } from "react";
import type { CoachEntry } from "./coachPlayer";
import { sameLead } from "./LeadChips";
import type { Lead, RingDraft } from "./ringDraft";
import { amend, lastAnswer, logAsk } from "./ringSession";
import {
  type Armed,
  armedEntry,
  type Bar,
  leadOf,
  type PackLead,
  type Toggle,
  withLead,
} from "./ringTaps";
import { makeStamp, type Ring } from "./useRing";

/** Two taps as near as this are one: a glove, a bounce. */
const ONE_TAP_MS = 150;

export interface RingTaps {
  armed: Armed;
  arm: (armed: Armed) => void;
  toggle: (name: Toggle) => void;
  /** Logs an answer; by a key there is no bounce. */
  log: (bar: Bar | null, extra?: Partial<CoachEntry>) => void;
  tap: (bar: Bar | null, extra?: Partial<CoachEntry>) => void;
  /** Says more of the answer just given. */
  say: (part: Partial<CoachEntry>, lead: Lead | null) => void;
  chooseLead: (lead: PackLead) => void;
  /** Since when the thing is borne that it may let go of; null: the clock stands. */
  timer: string | null;
  toggleTimer: () => void;
}

export function useRingTaps(draft: RingDraft, ring: Ring, leads: PackLead[]): RingTaps {
  const [armed, arm] = useState<Armed>({});
  const [timer, setTimer] = useState<string | null>(null);
  const lastTap = useRef(Number.NEGATIVE_INFINITY);

  const log = (bar: Bar | null, extra: Partial<CoachEntry> = {}) => {
    const seconds = timer ? Math.round((Date.now() - Date.parse(timer)) / 1000) : null;
    const entry = { ...armedEntry(armed, bar, seconds), ...extra };
    performance.mark("ring-tap");
    const lead = leadOf(armed.lead ?? null);
    ring.change((now) => logAsk(now, entry, bar?.strength ?? null, makeStamp(), lead));
    arm({});
    setTimer(null);
  };
  const tap = (bar: Bar | null, extra?: Partial<CoachEntry>) => {
    const tappedAt = performance.now();
    if (tappedAt - lastTap.current < ONE_TAP_MS) return;
    lastTap.current = tappedAt;
    log(bar, extra);
  };
  const say = (part: Partial<CoachEntry>, lead: Lead | null) =>
    ring.change((now) => amend(now, part, lead, makeStamp()));
  const chooseLead = (lead: PackLead) => {
    const given = lastAnswer(draft);
    if (!given) return arm({ ...armed, lead });
    const before = leads.find((one) => sameLead(one, given.lead)) ?? null;
    say({ faults: withLead(given.entry.faults, before, lead) }, leadOf(lead));
  };
  const toggle = (name: Toggle) => arm({ ...armed, [name]: !armed[name] });
  const toggleTimer = () => setTimer(timer ? null : new Date().toISOString());
  return { armed, arm, toggle, log, tap, say, chooseLead, timer, toggleTimer };
}
