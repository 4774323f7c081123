// The session as a rope: from top to bottom as it runs, a knot an item, its reason beneath it.
import Button from "@mui/material/Button";
import { type ReactNode, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { PlanPage as Plan, PlanItem } from "../../shared/api/types";
import { RopeKnot, RopeStrand } from "../../shared/drawing/RopeKnot";
import { text } from "../../shared/text/en";
import { ground } from "../../shared/text/en.ground";
import { groundLink } from "../ground/useGroundAddress";
import { KnotChange } from "./KnotChange";
import { knotName } from "./knotName";
import styles from "./PlanRope.module.css";
import type { PlanAction } from "./planDraft";

interface Props {
  horse: string;
  page: Pick<Plan, "changeable" | "asks_range">;
  items: PlanItem[];
  act: (action: PlanAction) => void;
  onSwap: (item: PlanItem) => void;
}

export function PlanRope({ horse, page, items, act, onSwap }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = items.map((item) => item.id);
  return (
    <div className={styles.stage}>
      <RopeStrand />
      <ol className={styles.rope}>
        {items.map((item) => {
          const isChangeable = page.changeable.includes(item.kind);
          const isOpen = open === item.id;
          const range = isChangeable ? page.asks_range : null;
          return (
            <Knot
              key={item.id}
              horse={horse}
              item={item}
              isChangeable={isChangeable}
              isOpen={isOpen}
              onOpen={() => setOpen(isOpen ? null : item.id)}
              act={act}
            >
              {isOpen ? (
                <KnotChange asksRange={range} item={item} shown={shown} act={act} onSwap={onSwap} />
              ) : null}
            </Knot>
          );
        })}
      </ol>
    </div>
  );
}

interface KnotProps extends ToolsProps {
  horse: string;
  /** Its changes, where they are open. */
  children: ReactNode;
}

function Knot({ horse, children, ...tools }: KnotProps) {
  const { item } = tools;
  return (
    <li className={styles.item} data-kind={item.kind} data-step={item.step ?? ""}>
      <p className={styles.kind} data-kind={item.kind}>
        {item.kind_words}
      </p>
      <RopeKnot kind={item.kind} />
      <div className={styles.words}>
        <Said item={item} />
        <SetUps horse={horse} item={item} />
        {children}
        <Details horse={horse} item={item} />
      </div>
      <Right {...tools} />
    </li>
  );
}

/** What it is ridden in: does it fit where plans are laid out? Each opens as it is set for this horse. */
function SetUps({ horse, item }: { horse: string; item: PlanItem }) {
  const [search] = useSearchParams();
  return item.set_ups.map(({ code, name }) => {
    const here = item.laid.find((one) => one.code === code);
    return (
      <p
        key={code}
        className={here && !here.fits ? styles.doesNotFit : styles.setUp}
        data-set-up={code}
        data-fits={here?.fits}
      >
        {here && !here.fits ? `${here.words} ` : null}
        <Link to={groundLink(horse, item.step, code, search.get("place"))} className="no-print">
          {ground.open(name)}
        </Link>
      </p>
    );
  });
}

/** What it is, how much of it, and why. */
function Said({ item }: { item: PlanItem }) {
  return (
    <>
      <h2 className={styles.name}>
        {item.name}
        {item.stage ? <span className={styles.stageName}>, {item.stage}</span> : null}
      </h2>
      {item.step ? <p className={styles.dose}>{item.dose}</p> : null}
      <p className={styles.why} data-why>
        {item.why.text}
      </p>
      {item.unwise ? (
        <p className={styles.unwise} data-unwise>
          <strong>{text.plan.unwise}</strong>: {item.unwise}
        </p>
      ) : null}
    </>
  );
}

function Right(props: ToolsProps) {
  return (
    <div className={styles.right}>
      <p className={styles.minutes}>{text.today.minutes(props.item.minutes)}</p>
      {props.item.step ? <Tools {...props} /> : null}
    </div>
  );
}

interface ToolsProps {
  item: PlanItem;
  isChangeable: boolean;
  isOpen: boolean;
  onOpen: () => void;
  act: (action: PlanAction) => void;
}

/** What keeps a knot as it is, and what opens its changes. */
function Tools({ item, isChangeable, isOpen, onOpen, act }: ToolsProps) {
  const { step } = item;
  const lock = () => act(item.locked && step ? { type: "unlock", step } : { type: "lock", item });
  return (
    <div className={`${styles.tools} no-print`}>
      {isChangeable ? (
        <Button
          size="small"
          variant={item.locked ? "contained" : "text"}
          aria-pressed={item.locked}
          aria-label={text.plan.lockName(knotName(item))}
          onClick={lock}
        >
          {text.plan.lock}
        </Button>
      ) : null}
      <Button
        size="small"
        aria-expanded={isOpen}
        aria-label={text.plan.changeName(knotName(item))}
        onClick={onOpen}
      >
        {text.plan.change}
      </Button>
    </div>
  );
}

function Details({ horse, item }: { horse: string; item: PlanItem }) {
  return (
    <details className={styles.details}>
      <summary>
        {text.plan.details}
        <span className="visually-hidden">: {item.name}</span>
      </summary>
      <dl>
        <dt>{text.plan.doneWhen}</dt>
        <dd>{item.done_when}</dd>
        {item.remedy ? (
          <>
            <dt>
              {text.plan.ifWrong}: {item.remedy.looks}
            </dt>
            <dd>{item.remedy.first}</dd>
          </>
        ) : null}
        {item.why.exact ? (
          <>
            <dt>{text.figures}</dt>
            <dd data-figures>{item.why.exact}</dd>
          </>
        ) : null}
      </dl>
      {item.step ? (
        <Link to={`/horses/${horse}/sheet/${item.step}`} className="no-print">
          {text.step.see}
          <span className="visually-hidden">: {item.name}</span>
        </Link>
      ) : null}
    </details>
  );
}
