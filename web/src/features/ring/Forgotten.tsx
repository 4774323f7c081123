// Yesterday's session, still open on this device: it is asked about before anything new is begun.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { meQuery } from "../../shared/api/queries";
import { writeDraft } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import { finishAsOfLastTap, isEmpty, isOlder, lastTap, throwAway, thrownKey } from "./forgotten";
import styles from "./RingPage.module.css";
import type { RingDraft } from "./ringDraft";
import type { Ring } from "./useRing";

export function Forgotten({ draft, ring }: { draft: RingDraft; ring: Ring }) {
  const canManage = useQuery(meQuery).data?.can_manage ?? false;
  const at = text.ring.clockTime(lastTap(draft));
  const finish = async () => {
    ring.change(finishAsOfLastTap);
    await ring.close();
  };
  const discard = async () => {
    if (!isEmpty(draft))
      await writeDraft(thrownKey(draft.horse), { draft, at: new Date().toISOString() });
    ring.change((now) => throwAway(now, canManage));
    await ring.close();
  };
  return (
    <main className={styles.checklist}>
      <p className={styles.checkHorse}>{draft.pack.facts.name}</p>
      <h1>{text.ring.forgotten(draft.date)}</h1>
      {isOlder(draft) ? <p>{text.ring.older}</p> : null}
      <p>{text.ring.forgottenHolds(draft.entries.length, at)}</p>
      {isEmpty(draft) ? null : (
        <Button
          variant="contained"
          size="large"
          className={styles.big ?? ""}
          onClick={() => void finish()}
        >
          {text.ring.finishAsOf(at)}
        </Button>
      )}
      <Button size="large" variant="outlined" onClick={() => void discard()}>
        {text.ring.throwAway}
      </Button>
      {isEmpty(draft) ? null : <p>{text.ring.throwAwayHelp}</p>}
    </main>
  );
}
