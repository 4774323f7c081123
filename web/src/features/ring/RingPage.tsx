// The ring: standing or mounted, one thumb, gloves, sun, no signal.
import Button from "@mui/material/Button";
import Drawer from "@mui/material/Drawer";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { meQuery, packQuery } from "../../shared/api/queries";
import type { RingPack } from "../../shared/api/types";
import { readDraft } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { bodyCautions } from "../plan/bodyCautions";
import { arranged, changesOf, type PlanDraft, planDraftKey, planDraftOf } from "../plan/planDraft";
import { wishesOf } from "../plan/planWishes";
import { localDay, usePlanDraft } from "../plan/usePlanDraft";
import { ExercisePicker } from "./ExercisePicker";
import { Forgotten } from "./Forgotten";
import { isForgotten, isOlder } from "./forgotten";
import sheet from "./MoreSheet.module.css";
import styles from "./RingPage.module.css";
import { RingSession } from "./RingSession";
import { joinDraft, startDraft } from "./ringSession";
import { justLog } from "./ringSpares";
import { ThrownAway } from "./ThrownAway";
import { Running } from "./Together";
import { makeStamp, type Ring, useRing } from "./useRing";

export default function RingPage() {
  const { horse = "" } = useParams();
  const ring = useRing(horse);
  const me = useQuery(meQuery);
  if (ring.looking) return <Loading what={text.ring.preparing} />;
  if (ring.draft && (isOlder(ring.draft) || isForgotten(ring.draft, localDay())))
    return <Forgotten draft={ring.draft} ring={ring} />;
  if (ring.draft) return <RingSession draft={ring.draft} ring={ring} />;
  if (me.data && !me.data.can_log) return <Empty>{text.ring.readsOnly}</Empty>;
  return <Preparation horse={horse} ring={ring} />;
}

/** Fetches the pack, falling back on what the device has, and begins the session. */
function Preparation({ horse, ring }: { horse: string; ring: Ring }) {
  const [search] = useSearchParams();
  const [draft] = usePlanDraft(horse);
  const changes = draft ? changesOf(draft) : undefined;
  const wishes = { ...wishesOf(search), ...(changes ? { changes } : {}) };
  const pack = useQuery({ ...packQuery(horse, wishes), enabled: draft !== null });
  if (pack.isPending) return <Loading what={text.ring.preparing} />;
  const today = pack.data ?? null;
  const justLog = <JustLog horse={horse} helper={wishes.helper} today={today} ring={ring} />;
  if (!pack.data)
    return (
      <main className={styles.checklist}>
        <ErrorView error={pack.error} onRetry={() => void pack.refetch()} />
        {justLog}
      </main>
    );
  if (pack.data.plan.items.length === 0)
    return (
      <main className={styles.checklist}>
        <p className={styles.checkHorse}>{pack.data.facts.name}</p>
        <h1>{pack.data.plan.headline}</h1>
        <p>{pack.data.plan.nothing_new ?? text.ring.nothing}</p>
        <Before pack={pack.data} />
        {justLog}
      </main>
    );
  return (
    <Checklist
      horse={horse}
      pack={pack.data}
      helper={wishes.helper}
      refreshing={pack.isFetching}
      ring={ring}
      justLog={justLog}
    />
  );
}

interface JustLogProps {
  horse: string;
  helper: boolean;
  /** What is planned, where that is known. */
  today: RingPack | null;
  ring: Ring;
}

/** A session without a plan: whatever is done first is chosen, the rest is added on the way. */
function JustLog({ horse, helper, today, ring }: JustLogProps) {
  const [open, setOpen] = useState(false);
  const words = taking.knots;
  const begin = (spares: RingPack, id: string) =>
    ring.begin(justLog(spares, today, id, helper, localDay(), makeStamp()));
  return (
    <>
      <Button size="large" onClick={() => setOpen(true)}>
        {words.justLog}
      </Button>
      <Drawer
        anchor="bottom"
        open={open}
        onClose={() => setOpen(false)}
        slotProps={{ paper: { className: sheet.sheet ?? "", "aria-label": words.justLogTitle } }}
      >
        <h2>{words.justLogTitle}</h2>
        <p>{words.justLogHelp}</p>
        <ExercisePicker horse={horse} helper={helper} onChoose={begin} />
        <button type="button" className={sheet.close} onClick={() => setOpen(false)}>
          {text.shell.close}
        </button>
      </Drawer>
    </>
  );
}

/** What is seen to before anything is done, planned or not. */
function Before({ pack }: { pack: RingPack }) {
  return (
    <>
      <h2>{text.ring.before}</h2>
      <p>{pack.before}</p>
      <ul className={styles.cautions}>
        {[...bodyCautions(pack.plan), ...pack.plan.cautions].map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </>
  );
}

interface ChecklistProps {
  horse: string;
  pack: RingPack;
  helper: boolean;
  refreshing: boolean;
  ring: Ring;
  justLog: ReactNode;
}

/** The short list before any session: one line, one tap. */
function Checklist({ horse, pack, helper, refreshing, ring, justLog }: ChecklistProps) {
  const [starting, setStarting] = useState(false);
  const begin = async (running: string | null = null) => {
    setStarting(true);
    const changes = await readDraft<PlanDraft>(planDraftKey(horse));
    const draft = planDraftOf(changes, localDay());
    const order = arranged(pack.plan.items, draft, draft.on).map((item) => item.id);
    const stamp = makeStamp();
    const begun = startDraft(pack, order, helper, localDay(), stamp);
    ring.begin(running === null ? begun : joinDraft(begun, running));
  };
  return (
    <main className={styles.checklist}>
      <p className={styles.checkHorse}>{pack.facts.name}</p>
      <ThrownAway horse={horse} ring={ring} />
      <Running horse={horse} onJoin={(session) => void begin(session)} />
      <h1>{pack.plan.headline}</h1>
      <Before pack={pack} />
      <Button
        variant="contained"
        size="large"
        className={styles.big ?? ""}
        disabled={starting || refreshing}
        onClick={() => void begin()}
      >
        {text.ring.ready}
      </Button>
      {justLog}
      <Button component={Link} to={`/horses/${horse}/plan`}>
        {text.ring.leave}
      </Button>
    </main>
  );
}
