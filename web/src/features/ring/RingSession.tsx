import { useCallback, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { PackItem } from "../../shared/api/types";
import { AskDots } from "../../shared/drawing/AskDots";
import { PressureWedge } from "../../shared/drawing/PressureWedge";
import { text } from "../../shared/text/en";
import { SaveState } from "../shell/SaveState";
import type { CoachEntry } from "./coachPlayer";
import { FlagRaised } from "./FlagRaised";
import { isEmpty, throwAway } from "./forgotten";
import { Instruction } from "./Instruction";
import { KeysHelp } from "./KeysHelp";
import { LeadChips, sameLead } from "./LeadChips";
import { MoreSheet } from "./MoreSheet";
import styles from "./RingPage.module.css";
import { dotOf } from "./ringDots";
import { entriesOf, type Lead, packItem, planItem, type RingDraft } from "./ringDraft";
import { heldBack, raisedFlags } from "./ringFlags";
import { finish } from "./ringSending";
import {
  adviceOn,
  amend,
  atItem,
  beginOf,
  canUndo,
  easierNow,
  easyYesPlace,
  goBack,
  goOn,
  goUp,
  isLast,
  lastAnswer,
  logAsk,
  logEvent,
  otherSide,
  passedOver,
  playedOn,
  probe,
  probeOffered,
  toSide,
  undo,
} from "./ringSession";
import { SettlePanel } from "./SettlePanel";
import { SideSwitch } from "./SideSwitch";
import { makeStamp, type Ring } from "./useRing";
import { useRingKeys } from "./useRingKeys";
import { clock, useSecondsSince } from "./useSecondsSince";
import { type WedgeBar, wedgeChoices } from "./wedgeChoices";

type Armed = Partial<Record<"none" | "tight" | "over" | "wrong", boolean>> & {
  faults?: string[];
  lead?: PackLead | null;
};

/** Two taps as near as this are one: a glove, a bounce. */
const ONE_TAP_MS = 150;
/** Letters: from there on the reason takes the place of the dots on a phone. */
const LONG_REASON = 120;

type PackLead = PackItem["sides"][number]["leads"][number];

export function RingSession({ draft, ring }: { draft: RingDraft; ring: Ring }) {
  const navigate = useNavigate();
  const [armed, setArmed] = useState<Armed>({});
  const [sheet, setSheet] = useState<"more" | "keys" | null>(null);
  const lastTap = useRef(Number.NEGATIVE_INFINITY);
  const [timer, setTimer] = useState<string | null>(null);
  const [passed, setPassed] = useState(0);
  const item = planItem(draft);
  const pack = packItem(draft);
  const elapsed = useSecondsSince(draft.startedAt) ?? 0;
  const pause = useSecondsSince(draft.entries.at(-1)?.at);
  const justGiven = lastAnswer(draft);
  const easier = easierNow(draft);
  const leads = pack?.sides.find((one) => one.side === draft.side)?.leads ?? [];
  const minutesLeft = draft.pack.plan.minutes_wanted - elapsed / 60;
  const advice = adviceOn(draft, draft.side, minutesLeft);
  const bars = item.step ? wedgeChoices(item, pack) : [];
  const entries = entriesOf(draft);
  const played = playedOn(draft, draft.side);
  const dots = entries.map((entry, place) => dotOf(entry, played[place]));
  const easyYes = easyYesPlace(draft, advice);
  const offer = probeOffered(draft, advice, minutesLeft);
  const flags = raisedFlags(draft);
  const isHeldBack = heldBack(draft).has(item.id);
  /** A flag and what is urgent need the room. */
  const isFlagFirst = flags.length > 0 && Boolean(advice?.urgent);

  const log = useCallback(
    (bar: WedgeBar | null, extra: Partial<CoachEntry> = {}) => {
      const seconds =
        timer && item.step_kind === "T"
          ? Math.round((Date.now() - Date.parse(timer)) / 1000)
          : null;
      const entry: Partial<CoachEntry> = {
        ...bar?.entry,
        ...(armed.none ? { answered: false } : {}),
        ...(armed.tight ? { tension: "tight" } : {}),
        ...(armed.over ? { over: true } : {}),
        ...(armed.wrong ? { correct: "no" } : {}),
        faults: withLead(armed.faults ?? [], null, armed.lead ?? null),
        ...(seconds !== null ? { let_go_s: seconds } : {}),
        ...extra,
      };
      performance.mark("ring-tap");
      const lead = leadOf(armed.lead ?? null);
      ring.change((now) => logAsk(now, entry, bar?.strength ?? null, makeStamp(), lead));
      setArmed({});
      setTimer(null);
    },
    [armed, item.step_kind, ring, timer],
  );

  const tap = (bar: WedgeBar | null, extra?: Partial<CoachEntry>) => {
    const tappedAt = performance.now();
    if (tappedAt - lastTap.current < ONE_TAP_MS) return;
    lastTap.current = tappedAt;
    log(bar, extra);
  };

  const next = useCallback(async () => {
    setArmed({});
    if (!isLast(draft)) {
      setPassed(goOn(draft).passed);
      ring.move((now) => goOn(now).draft);
      return;
    }
    const logged = !isEmpty(draft);
    if (logged) ring.change((now) => finish(now, new Date().toISOString()));
    else ring.change(throwAway);
    await ring.close();
    void navigate(
      logged ? `/horses/${draft.horse}/debrief/${draft.session}` : `/horses/${draft.horse}/plan`,
    );
  }, [draft, navigate, ring]);

  const toggle = (name: "none" | "tight" | "over" | "wrong") =>
    setArmed({ ...armed, [name]: !armed[name] });
  const switchSide = () => ring.move((now) => toSide(now, otherSide(now.side)));
  const say = (part: Partial<CoachEntry>, lead: Lead | null) =>
    ring.change((now) => amend(now, part, lead, makeStamp()));
  const chooseLead = (lead: PackLead) => {
    if (!justGiven) return setArmed({ ...armed, lead });
    const before = leads.find((one) => sameLead(one, justGiven.lead)) ?? null;
    say({ faults: withLead(justGiven.entry.faults, before, lead) }, leadOf(lead));
  };
  const back = () => {
    setArmed({});
    ring.move(goBack);
  };
  const takeBack = () => {
    setArmed({});
    ring.change(undo);
  };

  useRingKeys({
    choose: (place) => bars[place] && log(bars[place]),
    alarmed: () => item.step && log(null, { tension: "alarmed" }),
    toggle,
    switchSide,
    undo: takeBack,
    next: () => void next(),
    help: () => setSheet("keys"),
  });

  return (
    <div className={styles.ring}>
      <header className={styles.bar}>
        <Link
          to={`/horses/${draft.horse}/plan`}
          className={styles.back}
          aria-label={text.ring.leave}
        >
          ←
        </Link>
        <p className={styles.horse}>{draft.pack.facts.name}</p>
        <p className={styles.progress}>{text.ring.knot(draft.current + 1, draft.order.length)}</p>
        <p className={styles.save}>
          <SaveState /> · {Math.floor(elapsed / 60)} min
        </p>
      </header>
      <main
        className={styles.body}
        data-leads={leads.length > 0 || undefined}
        data-long={(advice && (advice.ends || advice.why.length > LONG_REASON)) || undefined}
      >
        <section className={styles.tell}>
          <div className={styles.title}>
            <div>
              <h1 className={styles.itemName}>{item.name}</h1>
              <p className={styles.itemStage}>
                {easier ? text.ring.easier(easier.name) : item.stage}
                {item.band ? ` · ${text.ring.band(item.band[0], item.band[1])}` : ""}
              </p>
            </div>
            {draft.side !== "none" ? (
              <SideSwitch
                sides={item.sides.map((one) => one.side)}
                side={draft.side}
                onChoose={(side) => ring.move((now) => toSide(now, side))}
              />
            ) : null}
          </div>
          {passed > 0 ? (
            <p className={styles.passed} role="status">
              {passedOver(draft.pack, passed)}
            </p>
          ) : null}
          <div className={styles.told}>
            <FlagRaised
              flags={flags}
              isShort={isFlagFirst}
              onNext={isHeldBack ? () => void next() : null}
            />
            {isHeldBack && !isFlagFirst ? null : (
              <Instruction
                item={item}
                begin={beginOf(draft)}
                side={draft.side}
                advice={advice}
                onSwitch={switchSide}
                onNext={() => void next()}
                onGoUp={advice?.code === "go-up" ? () => ring.move(goUp) : null}
                probe={offer === null ? null : { words: offer, onProbe: () => ring.move(probe) }}
                onEasyYes={easyYes === null ? null : () => ring.move((now) => atItem(now, easyYes))}
              />
            )}
          </div>
          {item.step && !isFlagFirst ? (
            <div className={styles.dots}>
              <AskDots
                dots={dots}
                band={item.step_kind === "L" ? item.band : null}
                label={text.ring.dots}
                goesOn
              />
              <p className={styles.tries}>{text.ring.tries(played.at(-1)?.tries ?? 0, item.cap)}</p>
            </div>
          ) : null}
        </section>
        {item.step ? (
          <section className={styles.hear}>
            <PressureWedge
              choices={bars}
              bandLabel={
                item.step_kind === "L"
                  ? text.ring.light
                  : item.step_kind === "M"
                    ? text.ring.wanted
                    : ""
              }
              onChoose={(place) => tap(bars[place] ?? null)}
              legend={legend(item.step_kind, item.unit, armed)}
              hint={armedWords(armed, said(pack, draft))}
            />
            {item.step_kind === "T" ? (
              <Timer
                since={timer}
                onToggle={() => setTimer(timer ? null : new Date().toISOString())}
              />
            ) : null}
            {leads.length > 0 ? (
              <LeadChips
                leads={leads}
                shown={justGiven ? (justGiven.lead ?? null) : leadOf(armed.lead ?? null)}
                onChoose={chooseLead}
              />
            ) : null}
            <div className={styles.chips}>
              <Chip on={armed.none} onClick={() => toggle("none")}>
                {item.step_kind === "L" ? text.ring.chips.none : text.ring.chips.notYet}
              </Chip>
              <Chip on={armed.tight} onClick={() => toggle("tight")}>
                {text.ring.chips.tight}
              </Chip>
              <button
                type="button"
                className={styles.alarm}
                onClick={() => tap(null, { tension: "alarmed" })}
              >
                {text.ring.chips.alarmed}
              </button>
              <Chip on={armed.over} onClick={() => toggle("over")}>
                {text.ring.chips.over}
              </Chip>
              <Chip on={armed.wrong} onClick={() => toggle("wrong")}>
                {text.ring.chips.wrong}
              </Chip>
              <Chip on={Boolean(armed.faults?.length)} onClick={() => setSheet("more")}>
                {text.ring.chips.more} …
              </Chip>
            </div>
          </section>
        ) : (
          <section className={styles.hear}>
            {item.kind === "settle" ? <SettlePanel draft={draft} ring={ring} /> : null}
            <Chip on={false} onClick={() => setSheet("more")}>
              {text.ring.somethingHappened} …
            </Chip>
          </section>
        )}
      </main>
      <footer className={styles.foot}>
        <button type="button" onClick={takeBack} disabled={!canUndo(draft)}>
          ↶ {text.ring.undo}
        </button>
        <button type="button" onClick={back} disabled={draft.current === 0}>
          ↑<span className={styles.wide}> {text.ring.previous}</span>
        </button>
        <p role="timer" aria-live="off">
          {pause === null ? "" : text.ring.breakFor(clock(pause))}
        </p>
        <button
          type="button"
          className={styles.keysButton}
          onClick={() => setSheet("keys")}
          aria-label={text.ring.keysTitle}
        >
          ?
        </button>
        <button type="button" className={styles.next} onClick={() => void next()}>
          {isLast(draft) ? text.ring.finish : `${text.ring.next} ↓`}
        </button>
      </footer>
      <MoreSheet
        open={sheet === "more"}
        onClose={() => setSheet(null)}
        faults={pack?.faults ?? []}
        riderFaults={item.step ? draft.pack.rider_faults : []}
        justGiven={
          justGiven
            ? { entry: justGiven.entry, said: played[entries.indexOf(justGiven)]?.said ?? "" }
            : null
        }
        armed={armed.faults ?? []}
        onArm={(faults) => setArmed({ ...armed, faults })}
        onAmend={(part) => say(part, justGiven?.lead ?? null)}
        onEvent={(kind) => {
          ring.change((now) => logEvent(now, kind, makeStamp()));
          setSheet(null);
        }}
      />
      <KeysHelp
        open={sheet === "keys"}
        onClose={() => setSheet(null)}
        levelWords={pack?.level_words ?? []}
      />
    </div>
  );
}

function Chip({
  on,
  onClick,
  children,
}: {
  on: boolean | undefined;
  onClick: () => void;
  children: React.ReactNode;
}) {
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

function legend(judgedBy: string | null, unit: string | null, armed: Armed): string {
  if (judgedBy === "T") return armed.none ? text.ring.notLetGo : text.ring.strength;
  if (judgedBy === "M") return text.ring.measured(unit ?? "");
  return armed.none ? text.ring.noAnswerUpTo : text.ring.answeredAt;
}

/** The words of each fault that can be tapped here. */
function said(pack: PackItem | undefined, draft: RingDraft): Map<string, string> {
  const every = [...(pack?.faults ?? []), ...draft.pack.rider_faults];
  return new Map(every.map((fault) => [fault.code, fault.looks]));
}

function leadOf(lead: PackLead | null): Lead | null {
  return lead && { lead_front: lead.front, lead_hind: lead.hind };
}

/** The faults once another lead is said: those of the one said before go with it. */
function withLead(faults: string[], before: PackLead | null, lead: PackLead | null): string[] {
  const kept = faults.filter((code) => !before?.faults.includes(code));
  return [...new Set([...kept, ...(lead?.faults ?? [])])];
}

function armedWords(armed: Armed, looks: Map<string, string>): string {
  const words = [
    armed.tight ? text.ring.chips.tight : "",
    armed.over ? text.ring.chips.over : "",
    armed.wrong ? text.ring.chips.wrong : "",
    ...(armed.faults ?? []).map((code) => looks.get(code) ?? code),
    armed.lead?.words ?? "",
  ].filter(Boolean);
  return words.length > 0 ? words.join(", ") : text.ring.answeredHelp;
}
