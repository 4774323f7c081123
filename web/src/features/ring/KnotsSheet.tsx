// The knots of a session: to go to one, to drop one, to take in any exercise, or to take one in its place.
import Drawer from "@mui/material/Drawer";
import { useState } from "react";
import type { RingPack } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { ExercisePicker } from "./ExercisePicker";
import styles from "./KnotsSheet.module.css";
import sheet from "./MoreSheet.module.css";
import { planItem, type RingDraft } from "./ringDraft";
import { answersIn, canDrop, dropKnot, swapFor, withSpare } from "./ringSpares";
import type { Ring } from "./useRing";
import type { RingMoves } from "./useRingMoves";

type Adding = "add" | "swap" | null;

interface Props {
  draft: RingDraft;
  ring: Ring;
  moves: RingMoves;
  open: boolean;
  onClose: () => void;
}

export function KnotsSheet({ draft, ring, moves, open, onClose }: Props) {
  const [adding, setAdding] = useState<Adding>(null);
  const words = taking.knots;
  const close = () => {
    setAdding(null);
    onClose();
  };
  const choose = (spares: RingPack, id: string) => {
    const take = adding === "swap" ? swapFor : withSpare;
    ring.move((now) => take(now, spares, id));
    close();
  };
  const go = (place: number) => {
    moves.toItem(place);
    close();
  };
  const title = { add: words.addTitle, swap: words.swapTitle, none: words.title }[adding ?? "none"];
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={close}
      slotProps={{ paper: { className: sheet.sheet ?? "", "aria-label": title } }}
    >
      <h2>{title}</h2>
      {adding ? (
        <ExercisePicker horse={draft.horse} helper={draft.helper} onChoose={choose} />
      ) : (
        <Knots draft={draft} ring={ring} onGo={go} />
      )}
      <div className={styles.foot}>
        {adding ? (
          <button type="button" className={sheet.target} onClick={() => setAdding(null)}>
            {words.back}
          </button>
        ) : (
          <>
            <button type="button" className={sheet.target} onClick={() => setAdding("add")}>
              {words.add}
            </button>
            {canDrop(draft, draft.current) ? (
              <button type="button" className={sheet.target} onClick={() => setAdding("swap")}>
                {words.swap}
              </button>
            ) : null}
          </>
        )}
        <button type="button" className={sheet.target} onClick={close}>
          {text.shell.close}
        </button>
      </div>
    </Drawer>
  );
}

interface KnotsProps {
  draft: RingDraft;
  ring: Ring;
  onGo: (place: number) => void;
}

function Knots({ draft, ring, onGo }: KnotsProps) {
  return (
    <ol className={styles.knots}>
      {draft.order.map((id, place) => {
        const item = planItem(draft, place);
        const answers = answersIn(draft, item);
        const here = place === draft.current;
        const said = [
          item.stage,
          here ? taking.knots.here : "",
          answers > 0 ? taking.knots.answers(answers) : item.dose,
        ];
        return (
          <li key={id} className={here ? styles.here : styles.knot}>
            <button
              type="button"
              className={styles.go}
              aria-current={here ? "step" : undefined}
              onClick={() => onGo(place)}
            >
              <strong>{item.name}</strong>
              <span>{said.filter(Boolean).join(" · ")}</span>
            </button>
            {canDrop(draft, place) ? (
              <button
                type="button"
                className={styles.drop}
                aria-label={taking.knots.dropName(item.name)}
                onClick={() => ring.move((now) => dropKnot(now, place))}
              >
                {taking.knots.drop}
              </button>
            ) : null}
          </li>
        );
      })}
    </ol>
  );
}
