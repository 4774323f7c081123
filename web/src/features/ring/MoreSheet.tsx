import Drawer from "@mui/material/Drawer";
import { useState } from "react";
import type { PackItem, RingPack } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import type { CoachEntry } from "./coachPlayer";
import styles from "./MoreSheet.module.css";

interface Props {
  open: boolean;
  onClose: () => void;
  faults: PackItem["faults"];
  riderFaults: RingPack["rider_faults"];
  /** The answer just given on this side of the knot, and what it is called. */
  justGiven: { entry: CoachEntry; said: string } | null;
  /** Faults that wait for the level of the next answer. */
  armed: string[];
  onArm: (codes: string[]) => void;
  onAmend: (part: Partial<CoachEntry>) => void;
  onEvent: (kind: keyof typeof text.ring.event) => void;
}

/** Events, and what went wrong with the answer just given or the next one: large targets. */
export function MoreSheet(props: Props) {
  return (
    <Drawer
      anchor="bottom"
      open={props.open}
      onClose={props.onClose}
      slotProps={{ paper: { className: styles.sheet ?? "" } }}
    >
      <h2>{text.ring.events}</h2>
      <div className={styles.grid}>
        {(Object.keys(text.ring.event) as (keyof typeof text.ring.event)[]).map((kind) => (
          <button
            key={kind}
            type="button"
            className={styles.event}
            onClick={() => props.onEvent(kind)}
          >
            {text.ring.event[kind]}
          </button>
        ))}
      </div>
      {props.faults.length > 0 ? <WhatWasWrong {...props} /> : null}
      <button type="button" className={styles.close} onClick={props.onClose}>
        {text.shell.close}
      </button>
    </Drawer>
  );
}

function WhatWasWrong({ faults, riderFaults, justGiven, armed, onArm, onAmend }: Props) {
  const [ofNext, setOfNext] = useState(armed.length > 0);
  const given = ofNext ? null : justGiven;
  const chosen = given ? given.entry.faults : armed;
  const choose = (codes: string[]) => (given ? onAmend({ faults: codes }) : onArm(codes));
  const target = (words: string, on: boolean, onClick: () => void) => (
    <button key={words} type="button" aria-pressed={on} className={styles.target} onClick={onClick}>
      {words}
    </button>
  );
  const fault = ({ code, looks }: { code: string; looks: string }) => {
    const on = chosen.includes(code);
    const others = chosen.filter((one) => one !== code);
    return target(looks, on, () => choose(on ? others : [...others, code]));
  };
  return (
    <>
      {justGiven ? (
        <div className={styles.whose}>
          {target(text.ring.justGiven(justGiven.said), !ofNext, () => setOfNext(false))}
          {target(text.ring.ofNext, ofNext, () => setOfNext(true))}
        </div>
      ) : null}
      {given ? (
        <div className={styles.grid}>
          {howItWas(given.entry).map(([words, on, part]) => target(words, on, () => onAmend(part)))}
        </div>
      ) : null}
      <h2>{text.ring.faults}</h2>
      <div className={styles.grid}>{faults.map(fault)}</div>
      <h2>{text.ring.riderFaults}</h2>
      <div className={styles.grid}>{riderFaults.map(fault)}</div>
    </>
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
