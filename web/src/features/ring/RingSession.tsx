import { useState } from "react";
import { text } from "../../shared/text/en";
import type { Advice } from "./coachPlayer";
import { KeysHelp } from "./KeysHelp";
import { MoreSheet } from "./MoreSheet";
import { RingFoot } from "./RingFoot";
import { RingHead } from "./RingHead";
import { Chip, RingHear } from "./RingHear";
import styles from "./RingPage.module.css";
import { RingTell } from "./RingTell";
import { packItem, planItem, type RingDraft } from "./ringDraft";
import { adviceOn } from "./ringSession";
import { SettlePanel } from "./SettlePanel";
import type { Ring } from "./useRing";
import { useRingKeys } from "./useRingKeys";
import { useRingMoves } from "./useRingMoves";
import { useRingTaps } from "./useRingTaps";
import { useSecondsSince } from "./useSecondsSince";

/** Letters: from there on the reason takes the place of the dots on a phone. */
const LONG_REASON = 120;
/** The advice looks at the clock as often as this; what shows seconds ticks by itself. */
const CLOCK_S = 10;

type Sheet = "more" | "keys" | null;

export function RingSession({ draft, ring }: { draft: RingDraft; ring: Ring }) {
  const [sheet, setSheet] = useState<Sheet>(null);
  const item = planItem(draft);
  const pack = packItem(draft);
  const leads = pack?.sides.find((one) => one.side === draft.side)?.leads ?? [];
  const taps = useRingTaps(draft, ring, leads);
  const moves = useRingMoves(draft, ring, () => taps.arm({}));
  const elapsed = useSecondsSince(draft.startedAt, CLOCK_S) ?? 0;
  const minutesLeft = draft.pack.plan.minutes_wanted - elapsed / 60;
  const advice = adviceOn(draft, draft.side, minutesLeft);
  const bars = pack?.wedge.bars ?? [];
  useRingKeys({
    choose: (place) => bars[place] && taps.log(bars[place]),
    alarmed: () => pack && taps.log(null, { tension: "alarmed" }),
    toggle: taps.toggle,
    switchSide: moves.switchSide,
    undo: moves.takeBack,
    next: moves.next,
    help: () => setSheet("keys"),
  });
  const onMore = () => setSheet("more");
  return (
    <div className={styles.ring}>
      <RingHead draft={draft} />
      <main
        className={styles.body}
        data-leads={leads.length > 0 || undefined}
        data-long={isLong(advice) || undefined}
      >
        <RingTell draft={draft} advice={advice} minutesLeft={minutesLeft} moves={moves} />
        {pack ? (
          <RingHear draft={draft} pack={pack} leads={leads} taps={taps} onMore={onMore} />
        ) : (
          <section className={styles.hear}>
            {item.kind === "settle" ? <SettlePanel draft={draft} ring={ring} /> : null}
            <Chip on={false} onClick={onMore}>
              {text.ring.somethingHappened} …
            </Chip>
          </section>
        )}
      </main>
      <RingFoot draft={draft} moves={moves} onKeys={() => setSheet("keys")} />
      <MoreSheet
        draft={draft}
        ring={ring}
        taps={taps}
        open={sheet === "more"}
        onClose={() => setSheet(null)}
      />
      <KeysHelp
        open={sheet === "keys"}
        onClose={() => setSheet(null)}
        levelWords={pack?.level_words ?? []}
      />
    </div>
  );
}

function isLong(advice: Advice | null): boolean {
  return advice !== null && (advice.ends || advice.why.length > LONG_REASON);
}
