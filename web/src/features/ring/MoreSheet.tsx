import Drawer from "@mui/material/Drawer";
import { useState } from "react";
import type { EventKind, PackItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { Beside } from "./Beside";
import type { CoachEntry } from "./coachPlayer";
import styles from "./MoreSheet.module.css";
import { entriesOf, packItem, type RingDraft, type RingEntry } from "./ringDraft";
import { lastAnswer, logEvent, playedOn } from "./ringSession";
import { Target } from "./Target";
import { makeStamp, type Ring } from "./useRing";
import type { RingTaps } from "./useRingTaps";
import { useThreeButtons } from "./useThreeButtons";

/** As long as a record keeps one. */
const LONGEST_NOTE = 10_000;

interface Props {
  draft: RingDraft;
  ring: Ring;
  taps: RingTaps;
  open: boolean;
  onClose: () => void;
}

/** Events, and what went wrong with the answer just given or the next one: large targets. */
export function MoreSheet({ draft, ring, taps, open, onClose }: Props) {
  const pack = packItem(draft);
  const [isThree, setThree] = useThreeButtons();
  const happened = (kind: EventKind) => {
    ring.change((now) => logEvent(now, kind, makeStamp()));
    onClose();
  };
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { className: styles.sheet ?? "" } }}
    >
      <h2>{text.ring.events}</h2>
      <div className={styles.grid}>
        {draft.pack.events.map(({ kind, name }) => (
          <button key={kind} type="button" className={styles.event} onClick={() => happened(kind)}>
            {name}
          </button>
        ))}
      </div>
      {pack ? <Beside draft={draft} pack={pack} taps={taps} /> : null}
      {pack?.wedge.coarse ? (
        <Target words={taking.three} on={isThree} onClick={() => setThree(!isThree)} />
      ) : null}
      {pack && pack.faults.length > 0 ? (
        <WhatWasWrong draft={draft} pack={pack} taps={taps} />
      ) : null}
      <h2>{text.ring.note}</h2>
      <p>{text.ring.noteHelp}</p>
      <textarea
        className={styles.note}
        rows={2}
        maxLength={LONGEST_NOTE}
        aria-label={text.ring.note}
        value={draft.note ?? ""}
        onChange={(event) => ring.move((now) => ({ ...now, note: event.target.value }))}
      />
      <button type="button" className={styles.close} onClick={onClose}>
        {text.shell.close}
      </button>
    </Drawer>
  );
}

interface WrongProps {
  draft: RingDraft;
  pack: PackItem;
  taps: RingTaps;
}

/** Faults of the answer just given on this side of the knot, or such as wait for the level of the next one. */
function WhatWasWrong({ draft, pack, taps }: WrongProps) {
  const armed = taps.armed.faults ?? [];
  const [ofNext, setOfNext] = useState(armed.length > 0);
  const last = lastAnswer(draft);
  const given = ofNext ? undefined : last;
  const amend = (part: Partial<CoachEntry>) => taps.say(part);
  const chosen = given ? given.entry.faults : armed;
  const choose = (faults: string[]) =>
    given ? amend({ faults }) : taps.arm({ ...taps.armed, faults });
  return (
    <>
      {last ? (
        <div className={styles.whose}>
          <Target
            words={text.ring.justGiven(saidOf(draft, last))}
            on={!ofNext}
            onClick={() => setOfNext(false)}
          />
          <Target words={text.ring.ofNext} on={ofNext} onClick={() => setOfNext(true)} />
        </div>
      ) : null}
      {given ? (
        <div className={styles.grid}>
          {howItWas(given.entry).map(([words, on, part]) => (
            <Target key={words} words={words} on={on} onClick={() => amend(part)} />
          ))}
        </div>
      ) : null}
      <h2>{text.ring.faults}</h2>
      <Faults faults={pack.faults} chosen={chosen} onChoose={choose} />
      <h2>{text.ring.riderFaults}</h2>
      <Faults faults={draft.pack.rider_faults} chosen={chosen} onChoose={choose} />
    </>
  );
}

/** What an answer of this knot is called. */
function saidOf(draft: RingDraft, entry: RingEntry): string {
  return playedOn(draft, draft.side)[entriesOf(draft).indexOf(entry)]?.said ?? "";
}

interface FaultsProps {
  faults: { code: string; looks: string }[];
  chosen: string[];
  onChoose: (codes: string[]) => void;
}

function Faults({ faults, chosen, onChoose }: FaultsProps) {
  const toggled = (code: string) =>
    chosen.includes(code) ? chosen.filter((one) => one !== code) : [...chosen, code];
  return (
    <div className={styles.grid}>
      {faults.map(({ code, looks }) => (
        <Target
          key={code}
          words={looks}
          on={chosen.includes(code)}
          onClick={() => onChoose(toggled(code))}
        />
      ))}
    </div>
  );
}

/** The same words as the chips, for an answer that is given already. */
function howItWas(entry: CoachEntry): [string, boolean, Partial<CoachEntry>][] {
  const { tight, alarmed, over, wrong } = text.ring.chips;
  const tension = (kind: string): [boolean, Partial<CoachEntry>] => [
    entry.tension === kind,
    { tension: entry.tension === kind ? "calm" : kind },
  ];
  return [
    [tight, ...tension("tight")],
    [alarmed, ...tension("alarmed")],
    [over, entry.over, { over: !entry.over }],
    [wrong, entry.correct === "no", { correct: entry.correct === "no" ? "yes" : "no" }],
  ];
}
