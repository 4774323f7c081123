// What the next tap will say beside its level: chips that are armed, faults, the lead that was shown.
import type { PackItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { type CoachEntry, PLAIN } from "./coachPlayer";
import type { Lead, More, RingDraft } from "./ringDraft";

export type PackLead = PackItem["sides"][number]["leads"][number];
export type Bar = PackItem["wedge"]["bars"][number];
export type Toggle = "none" | "tight" | "over" | "wrong";

export type Armed = Partial<Record<Toggle, boolean>> & {
  faults?: string[];
  lead?: PackLead | null;
  more?: More;
};

/** What is logged where a bar is tapped (null: none, something was said without one). */
export function armedEntry(armed: Armed, bar: Bar | null, let_go_s: number | null) {
  const entry: Partial<CoachEntry> = {
    ...(bar?.level == null ? {} : { level: bar.level }),
    ...(bar?.extent == null ? {} : { extent: bar.extent }),
    ...(armed.none ? { answered: false } : {}),
    ...(armed.tight ? { tension: "tight" } : {}),
    ...(armed.over ? { over: true } : {}),
    ...(armed.wrong ? { correct: "no" } : {}),
    faults: withLead(armed.faults ?? [], null, armed.lead ?? null),
    ...(let_go_s !== null && !armed.none ? { let_go_s } : {}),
  };
  return entry;
}

/** What of some fields the coach hears, and what only the record keeps. */
export function parted(sets: More): { part: Partial<CoachEntry>; more: More } {
  const fields = Object.entries(sets);
  return {
    part: Object.fromEntries(fields.filter(([field]) => field in PLAIN)),
    more: Object.fromEntries(fields.filter(([field]) => !(field in PLAIN))),
  };
}

/** What was chosen at this knot and holds on, and what was said of the next answer. */
export function chosenNow(draft: RingDraft, pack: PackItem | undefined, armed: Armed): More {
  const rows = pack?.wedge.rows ?? [];
  const held = rows.map((row) => draft.chosen?.[row.code] ?? {});
  return Object.assign({}, ...held, armed.more ?? {});
}

export function leadOf(lead: PackLead | null): Lead | null {
  return lead && { lead_front: lead.front, lead_hind: lead.hind };
}

/** The faults once another lead is said: those of the one said before go with it. */
export function withLead(
  faults: string[],
  before: PackLead | null,
  lead: PackLead | null,
): string[] {
  const kept = faults.filter((code) => !before?.faults.includes(code));
  return [...new Set([...kept, ...(lead?.faults ?? [])])];
}

/** What is armed, in words. */
export function armedWords(armed: Armed, pack: PackItem | undefined, draft: RingDraft): string {
  const looks = new Map(
    [...(pack?.faults ?? []), ...draft.pack.rider_faults].map((one) => [one.code, one.looks]),
  );
  const words = [
    armed.tight ? text.ring.chips.tight : "",
    armed.over ? text.ring.chips.over : "",
    armed.wrong ? text.ring.chips.wrong : "",
    ...(armed.faults ?? []).map((code) => looks.get(code) ?? code),
    armed.lead?.words ?? "",
  ].filter(Boolean);
  return words.length > 0 ? words.join(", ") : text.ring.answeredHelp;
}
