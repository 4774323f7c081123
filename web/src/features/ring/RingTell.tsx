// What is said: the knot and its side, a flag where one is up, the instruction, and the answers so far.
import type { PlanItem } from "../../shared/api/types";
import { AskDots } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import type { Advice } from "./coachPlayer";
import { FlagRaised } from "./FlagRaised";
import { Instruction } from "./Instruction";
import styles from "./RingPage.module.css";
import { dotOf } from "./ringDots";
import { entriesOf, planItem, type RingDraft } from "./ringDraft";
import { heldBack, raisedFlags } from "./ringFlags";
import {
  beginOf,
  easierNow,
  easyYesPlace,
  passedOver,
  playedOn,
  probeOffered,
} from "./ringSession";
import { SideSwitch } from "./SideSwitch";
import { Others } from "./Together";
import type { RingMoves } from "./useRingMoves";

interface Props {
  draft: RingDraft;
  advice: Advice | null;
  minutesLeft: number;
  moves: RingMoves;
}

export function RingTell({ draft, advice, minutesLeft, moves }: Props) {
  const item = planItem(draft);
  const flags = raisedFlags(draft);
  const isHeldBack = heldBack(draft).has(item.id);
  /** A flag and what is urgent need the room. */
  const isFlagFirst = flags.length > 0 && Boolean(advice?.urgent);
  return (
    <section className={styles.tell}>
      <Title draft={draft} onSide={moves.toSide} />
      {moves.passed > 0 ? (
        <p className={styles.passed} role="status">
          {passedOver(draft.pack, moves.passed)}
        </p>
      ) : null}
      <SpeaksAgainst item={item} isBegun={advice !== null} />
      <div className={styles.told}>
        <FlagRaised flags={flags} isShort={isFlagFirst} onNext={isHeldBack ? moves.next : null} />
        {(isHeldBack && !isFlagFirst) || (item.held_back && !isHeard(advice)) ? null : (
          <Told draft={draft} advice={advice} minutesLeft={minutesLeft} moves={moves} />
        )}
      </div>
      {item.step && !isFlagFirst ? <SoFar draft={draft} /> : null}
      <Others draft={draft} />
    </section>
  );
}

/** What happened is answered to in whatever is held back; how light it was is not. */
function isHeard(advice: Advice | null): boolean {
  return advice !== null && (advice.urgent || advice.mark === "apart");
}

/** Of an exercise that nobody planned: what is not asked today, for safety's sake, can be logged all the same. */
function SpeaksAgainst({ item, isBegun }: { item: PlanItem; isBegun: boolean }) {
  if (item.held_back)
    return (
      <p className={styles.heldBack} role="alert">
        {item.held_back}
      </p>
    );
  return item.unwise && !isBegun ? <p className={styles.passed}>{item.unwise}</p> : null;
}

interface TitleProps {
  draft: RingDraft;
  onSide: (side: RingDraft["side"]) => void;
}

function Title({ draft, onSide }: TitleProps) {
  const item = planItem(draft);
  const easier = easierNow(draft);
  return (
    <div className={styles.title}>
      <div>
        <h1 className={styles.itemName}>{item.name}</h1>
        <p className={styles.itemStage}>
          {easier ? text.ring.easier(easier.name) : item.stage}
          {item.band ? ` · ${text.ring.band(item.band[0], item.band[1])}` : ""}
        </p>
      </div>
      {draft.side !== "none" ? (
        <SideSwitch sides={item.sides.map((one) => one.side)} side={draft.side} onChoose={onSide} />
      ) : null}
    </div>
  );
}

function Told({ draft, advice, minutesLeft, moves }: Props) {
  const easyYes = easyYesPlace(draft, advice);
  const offer = probeOffered(draft, advice, minutesLeft);
  return (
    <Instruction
      item={planItem(draft)}
      begin={beginOf(draft)}
      side={draft.side}
      advice={advice}
      onSwitch={moves.switchSide}
      onNext={moves.next}
      onGoUp={advice?.code === "go-up" ? moves.goUp : null}
      probe={offer === null ? null : { words: offer, onProbe: moves.probe }}
      onEasyYes={easyYes === null ? null : () => moves.toItem(easyYes)}
    />
  );
}

/** The answers of this knot on this side, each as it is drawn everywhere. */
function SoFar({ draft }: { draft: RingDraft }) {
  const item = planItem(draft);
  const played = playedOn(draft, draft.side);
  const dots = entriesOf(draft).map((entry, place) => dotOf(entry, played[place]));
  return (
    <div className={styles.dots}>
      <AskDots
        dots={dots}
        band={item.step_kind === "L" ? item.band : null}
        label={text.ring.dots}
        goesOn
      />
      <p className={styles.tries}>{text.ring.tries(played.at(-1)?.tries ?? 0, item.cap)}</p>
    </div>
  );
}
