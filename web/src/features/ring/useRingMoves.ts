// Going about in a session: on and back, to the other side, up a stage, to the easy yes, and out at its end.
import { useState } from "react";
import { useNavigate } from "react-router";
import { isEmpty, throwAway } from "./forgotten";
import type { RingDraft } from "./ringDraft";
import { finish } from "./ringSending";
import { atItem, goBack, goOn, goUp, isLast, otherSide, probe, toSide, undo } from "./ringSession";
import type { Ring } from "./useRing";

export function useRingMoves(draft: RingDraft, ring: Ring, disarm: () => void) {
  const navigate = useNavigate();
  const [passed, setPassed] = useState(0);

  const close = async () => {
    const logged = !isEmpty(draft);
    ring.change(
      logged ? (now) => finish(now, new Date().toISOString()) : (now) => throwAway(now, true),
    );
    await ring.close();
    const place = logged ? `debrief/${draft.session}` : "plan";
    void navigate(`/horses/${draft.horse}/${place}`);
  };
  const next = () => {
    disarm();
    if (isLast(draft)) return void close();
    setPassed(goOn(draft).passed);
    ring.move((now) => goOn(now).draft);
  };
  const back = () => {
    disarm();
    ring.move(goBack);
  };
  const takeBack = () => {
    disarm();
    ring.change(undo);
  };
  return {
    /** How many knots were passed over on the way to this one. */
    passed,
    next,
    back,
    takeBack,
    toSide: (side: RingDraft["side"]) => ring.move((now) => toSide(now, side)),
    switchSide: () => ring.move((now) => toSide(now, otherSide(now.side))),
    goUp: () => ring.move(goUp),
    probe: () => ring.move(probe),
    toItem: (place: number) => ring.move((now) => atItem(now, place)),
  };
}

export type RingMoves = ReturnType<typeof useRingMoves>;
