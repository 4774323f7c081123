// What is tapped for an answer: the wedge, and the chips that say more of it.
import type { PackItem } from "../../shared/api/types";
import { PressureWedge } from "../../shared/drawing/PressureWedge";
import { text } from "../../shared/text/en";
import { LeadChips } from "./LeadChips";
import styles from "./RingPage.module.css";
import type { RingDraft } from "./ringDraft";
import { lastAnswer } from "./ringSession";
import { armedWords, leadOf, type PackLead } from "./ringTaps";
import { SpookStrip } from "./SpookStrip";
import type { Ring } from "./useRing";
import type { RingTaps } from "./useRingTaps";
import { useSecondsSince } from "./useSecondsSince";

interface Props {
  draft: RingDraft;
  ring: Ring;
  pack: PackItem;
  leads: PackLead[];
  taps: RingTaps;
  onMore: () => void;
}

export function RingHear({ draft, ring, pack, leads, taps, onMore }: Props) {
  const { armed } = taps;
  const { bars, band, legend, legend_none, timed } = pack.wedge;
  const given = lastAnswer(draft);
  return (
    <section className={styles.hear}>
      <SpookStrip draft={draft} ring={ring} />
      <PressureWedge
        choices={bars}
        bandLabel={band}
        onChoose={(place) => taps.tap(bars[place] ?? null)}
        legend={armed.none ? legend_none : legend}
        hint={armedWords(armed, pack, draft)}
      />
      {timed ? <Timer since={taps.timer} onToggle={taps.toggleTimer} /> : null}
      {leads.length > 0 ? (
        <LeadChips
          leads={leads}
          shown={given ? (given.lead ?? null) : leadOf(armed.lead ?? null)}
          onChoose={taps.chooseLead}
        />
      ) : null}
      <Chips none={pack.wedge.none} taps={taps} onMore={onMore} />
    </section>
  );
}

interface ChipsProps {
  /** What it is called where it did not answer. */
  none: string;
  taps: RingTaps;
  onMore: () => void;
}

function Chips({ none, taps, onMore }: ChipsProps) {
  const { armed, toggle } = taps;
  const words = text.ring.chips;
  return (
    <div className={styles.chips}>
      <Chip on={armed.none} onClick={() => toggle("none")}>
        {none}
      </Chip>
      <Chip on={armed.tight} onClick={() => toggle("tight")}>
        {words.tight}
      </Chip>
      <button
        type="button"
        className={styles.alarm}
        onClick={() => taps.tap(null, { tension: "alarmed" })}
      >
        {words.alarmed}
      </button>
      <Chip on={armed.over} onClick={() => toggle("over")}>
        {words.over}
      </Chip>
      <Chip on={armed.wrong} onClick={() => toggle("wrong")}>
        {words.wrong}
      </Chip>
      <Chip on={Boolean(armed.faults?.length)} onClick={onMore}>
        {words.more} …
      </Chip>
    </div>
  );
}

interface ChipProps {
  on: boolean | undefined;
  onClick: () => void;
  children: React.ReactNode;
}

export function Chip({ on, onClick, children }: ChipProps) {
  return (
    <button
      type="button"
      className={on ? styles.chipOn : styles.chip}
      aria-pressed={Boolean(on)}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

function Timer({ since, onToggle }: { since: string | null; onToggle: () => void }) {
  const seconds = useSecondsSince(since);
  return (
    <button type="button" className={styles.timer} onClick={onToggle}>
      {seconds === null ? text.ring.timer.start : text.ring.timer.stop(seconds)}
    </button>
  );
}
