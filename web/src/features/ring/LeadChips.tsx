import { useState } from "react";
import type { PackItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./RingPage.module.css";
import type { Lead } from "./ringDraft";

type PackLead = PackItem["sides"][number]["leads"][number];

interface Props {
  /** The one that was asked first. */
  leads: PackLead[];
  shown: Lead | null;
  onChoose: (lead: PackLead) => void;
}

/** Which lead it showed: one tap for the one that was asked, two for the others. */
export function LeadChips({ leads, shown, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  const [asked, ...others] = leads;
  const other = others.find((one) => sameLead(one, shown));
  const choose = (lead: PackLead) => {
    setOpen(false);
    onChoose(lead);
  };
  if (!asked) return null;
  const chip = (lead: PackLead) => (
    <button
      key={lead.words}
      type="button"
      className={sameLead(lead, shown) ? styles.chipOn : styles.chip}
      aria-pressed={sameLead(lead, shown)}
      onClick={() => choose(lead)}
    >
      {lead.words}
    </button>
  );
  return (
    <fieldset className={styles.leads} aria-label={text.ring.lead}>
      {open ? (
        others.map(chip)
      ) : (
        <>
          {chip(asked)}
          <button
            type="button"
            className={other ? styles.chipOn : styles.chip}
            aria-expanded={open}
            onClick={() => setOpen(true)}
          >
            {other?.words ?? text.ring.otherLead} …
          </button>
        </>
      )}
    </fieldset>
  );
}

export function sameLead(one: PackLead, shown: Lead | null | undefined): boolean {
  return one.front === shown?.lead_front && one.hind === shown?.lead_hind;
}
