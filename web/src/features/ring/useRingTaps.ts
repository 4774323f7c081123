// The taps of a session: one for an answer, with what was armed before it; a lead or a fault said afterwards.
import { useRef, useState } from "react";
import type { AnswerChoiceRow } from "../../shared/api/types";
import { type CoachEntry, PLAIN } from "./coachPlayer";
import { sameLead } from "./LeadChips";
import { type Beside, type More, packItem, type RingDraft } from "./ringDraft";
import { amend, lastAnswer, logAsk } from "./ringSession";
import {
  type Armed,
  armedEntry,
  type Bar,
  chosenNow,
  leadOf,
  type PackLead,
  parted,
  type Toggle,
  withLead,
} from "./ringTaps";
import { secondsBetween, stopTaking, takingNow } from "./taking";
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
  say: (part: Partial<CoachEntry>, beside?: Beside) => void;
  chooseLead: (lead: PackLead) => void;
  /** One of a row: of the answer just given, of the next one, or of all from now on; said again it is unsaid. */
  choose: (row: AnswerChoiceRow, sets: More) => void;
}

export function useRingTaps(draft: RingDraft, ring: Ring, leads: PackLead[]): RingTaps {
  const [armed, arm] = useState<Armed>({});
  const lastTap = useRef(Number.NEGATIVE_INFINITY);

  const log = (bar: Bar | null, extra: Partial<CoachEntry> = {}) => {
    performance.mark("ring-tap");
    const pack = packItem(draft);
    const taking = takingNow(draft);
    const isTimed = Boolean(pack?.wedge.timed && taking && extra.tension === undefined);
    const stamp = makeStamp();
    const seconds = isTimed
      ? Math.round(secondsBetween(taking?.startedAt ?? null, stamp.at))
      : null;
    const { part, more } = parted(chosenNow(draft, pack, armed));
    const entry = { ...part, ...armedEntry(armed, bar, seconds), ...extra };
    const beside = { strength: bar?.strength ?? null, lead: leadOf(armed.lead ?? null), more };
    ring.change((now) => logAsk(taking ? stopTaking(now) : now, entry, stamp, beside));
    arm({});
  };
  const tap = (bar: Bar | null, extra?: Partial<CoachEntry>) => {
    const tappedAt = performance.now();
    if (tappedAt - lastTap.current < ONE_TAP_MS) return;
    lastTap.current = tappedAt;
    log(bar, extra);
  };
  const say = (part: Partial<CoachEntry>, beside: Beside = {}) =>
    ring.change((now) => amend(now, part, beside, makeStamp()));
  const chooseLead = (lead: PackLead) => {
    const given = lastAnswer(draft);
    if (!given) return arm({ ...armed, lead });
    const before = leads.find((one) => sameLead(one, given.lead)) ?? null;
    say({ faults: withLead(given.entry.faults, before, lead) }, { lead: leadOf(lead) });
  };
  const choose = (row: AnswerChoiceRow, sets: More) => {
    if (row.stays) return ring.move((now) => withChosen(now, row.code, sets));
    const given = row.at_once ? undefined : lastAnswer(draft);
    if (!given) return arm({ ...armed, more: toggled(armed.more ?? {}, sets) });
    const { part, more } = parted(toggled({ ...given.more, ...saidOf(given.entry, sets) }, sets));
    const unsaid = Object.keys(sets).filter((field) => !(field in part));
    say({ ...part, ...nothing(unsaid) }, { more });
  };
  const toggle = (name: Toggle) => arm({ ...armed, [name]: !armed[name] });
  return { armed, arm, toggle, log, tap, say, chooseLead, choose };
}

function withChosen(draft: RingDraft, row: string, sets: More): RingDraft {
  const chosen = draft.chosen ?? {};
  return { ...draft, chosen: { ...chosen, [row]: toggled(chosen[row] ?? {}, sets) } };
}

/** With some fields, or without them where they are so already. */
function toggled(said: More, sets: More): More {
  const isSo = Object.entries(sets).every(([field, value]) => said[field] === value);
  const others = Object.entries(said).filter(([field]) => !(field in sets));
  return { ...Object.fromEntries(others), ...(isSo ? {} : sets) };
}

/** Of the fields that are set those that the coach heard. */
function saidOf(entry: CoachEntry, sets: More): More {
  const heard = Object.entries(entry).filter(([field, value]) => field in sets && value !== null);
  return Object.fromEntries(heard);
}

/** What the coach heard of some fields, unsaid. */
function nothing(fields: string[]): Partial<CoachEntry> {
  return Object.fromEntries(fields.filter((one) => one in PLAIN).map((one) => [one, null]));
}
