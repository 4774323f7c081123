import { useState } from "react";
import { text } from "../../shared/text/en";
import { Chip } from "./Chip";
import type { Advice } from "./coachPlayer";
import { DaySheet } from "./DaySheet";
import { KeysHelp } from "./KeysHelp";
import { KnotsSheet } from "./KnotsSheet";
import { MoreSheet } from "./MoreSheet";
import { RingFoot } from "./RingFoot";
import { RingHead } from "./RingHead";
import { RingHear } from "./RingHear";
import styles from "./RingPage.module.css";
import { RingTell } from "./RingTell";
import { packItem, planItem, type RingDraft } from "./ringDraft";
import { adviceOn } from "./ringSession";
import { SettlePanel } from "./SettlePanel";
import { SpookStrip } from "./SpookStrip";
import type { Ring } from "./useRing";
import { useRingKeys } from "./useRingKeys";
import { type RingMoves, useRingMoves } from "./useRingMoves";
import { type RingTaps, useRingTaps } from "./useRingTaps";
import { useSecondsSince } from "./useSecondsSince";

/** Letters: from there on the reason takes the place of the dots on a phone. */
const LONG_REASON = 120;
/** The advice looks at the clock as often as this; what shows seconds ticks by itself. */
const CLOCK_S = 10;

type Sheet = "more" | "keys" | "knots" | "day" | null;

export function RingSession({ draft, ring }: { draft: RingDraft; ring: Ring }) {
  const [sheet, setSheet] = useState<Sheet>(null);
  const pack = packItem(draft);
  const leads = pack?.sides.find((one) => one.side === draft.side)?.leads ?? [];
  const taps = useRingTaps(draft, ring, leads);
  const moves = useRingMoves(draft, ring, () => taps.arm({}));
  const elapsed = useSecondsSince(draft.startedAt, CLOCK_S) ?? 0;
  const minutesLeft = draft.pack.plan.minutes_wanted - elapsed / 60;
  const advice = adviceOn(draft, draft.side, minutesLeft);
  useKeysOf(draft, taps, moves, () => setSheet("keys"));
  const onMore = () => setSheet("more");
  const closed = { onClose: () => setSheet(null) };
  return (
    <div className={styles.ring}>
      <RingHead draft={draft} onKnots={() => setSheet("knots")} onDay={() => setSheet("day")} />
      <main
        className={styles.body}
        data-leads={leads.length > 0 || undefined}
        data-long={isLong(advice) || undefined}
      >
        <RingTell draft={draft} advice={advice} minutesLeft={minutesLeft} moves={moves} />
        {pack ? (
          <RingHear {...{ draft, ring, pack, leads, taps, onMore }} />
        ) : (
          <NothingAsked draft={draft} ring={ring} onMore={onMore} />
        )}
      </main>
      <RingFoot draft={draft} moves={moves} onKeys={() => setSheet("keys")} />
      <MoreSheet draft={draft} ring={ring} taps={taps} open={sheet === "more"} {...closed} />
      <KnotsSheet draft={draft} ring={ring} moves={moves} open={sheet === "knots"} {...closed} />
      <DaySheet draft={draft} ring={ring} open={sheet === "day"} {...closed} />
      <KeysHelp open={sheet === "keys"} levelWords={pack?.level_words ?? []} {...closed} />
    </div>
  );
}

function useKeysOf(draft: RingDraft, taps: RingTaps, moves: RingMoves, help: () => void) {
  const pack = packItem(draft);
  const bars = pack?.wedge.bars ?? [];
  useRingKeys({
    choose: (place) => bars[place] && taps.log(bars[place]),
    alarmed: () => pack && taps.log(null, { tension: "alarmed" }),
    toggle: taps.toggle,
    switchSide: moves.switchSide,
    undo: moves.takeBack,
    next: moves.next,
    help,
  });
}

interface NothingProps {
  draft: RingDraft;
  ring: Ring;
  onMore: () => void;
}

/** A knot in which nothing is asked: settling, putting away. Something can happen in it all the same. */
function NothingAsked({ draft, ring, onMore }: NothingProps) {
  return (
    <section className={styles.hear}>
      <SpookStrip draft={draft} ring={ring} />
      {planItem(draft).kind === "settle" ? <SettlePanel draft={draft} ring={ring} /> : null}
      <Chip on={false} onClick={onMore}>
        {text.ring.somethingHappened} …
      </Chip>
    </section>
  );
}

function isLong(advice: Advice | null): boolean {
  return advice !== null && (advice.ends || advice.why.length > LONG_REASON);
}
