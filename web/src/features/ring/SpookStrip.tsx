// Of a spook that has just been: a clock until it is calm again, and at what it was, each by a tap.
import { useState } from "react";
import { text } from "../../shared/text/en";
import { type Details, type RingDraft, type RingEntry, spookNow } from "./ringDraft";
import { tellMore } from "./ringSession";
import { SpookSheet } from "./SpookSheet";
import styles from "./SpookStrip.module.css";
import { makeStamp, type Ring } from "./useRing";
import { clock, useSecondsSince } from "./useSecondsSince";

export function SpookStrip({ draft, ring }: { draft: RingDraft; ring: Ring }) {
  const [open, setOpen] = useState(false);
  const spook = spookNow(draft);
  if (!spook) return null;
  const say = (details: Partial<Details>) =>
    ring.change((now) => tellMore(now, spook.id, details, makeStamp()));
  const { thing, spot } = spook.details ?? {};
  return (
    <div className={styles.strip}>
      <Calm spook={spook} onCalm={(recovered_s) => say({ recovered_s })} />
      <button type="button" className={styles.what} onClick={() => setOpen(true)}>
        <span>{[thing, spot].filter(Boolean).join(", ") || text.ring.spook.what}</span>
      </button>
      <SpookSheet
        choices={draft.pack.spook}
        details={spook.details ?? null}
        open={open}
        onSay={say}
        onClose={() => setOpen(false)}
      />
    </div>
  );
}

interface CalmProps {
  spook: RingEntry;
  onCalm: (seconds: number) => void;
}

/** Runs from the spook on; tapped, it says how long it took. */
function Calm({ spook, onCalm }: CalmProps) {
  const took = spook.details?.recovered_s ?? null;
  const running = useSecondsSince(took === null ? spook.at : null);
  return (
    <button
      type="button"
      className={styles.calm}
      disabled={took !== null}
      onClick={() => onCalm(Math.round((Date.now() - Date.parse(spook.at)) / 1000))}
    >
      {took === null ? text.ring.spook.calm(clock(running ?? 0)) : text.ring.spook.was(clock(took))}
    </button>
  );
}
