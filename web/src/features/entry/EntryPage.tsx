// A session, or a week of them, written in afterwards.
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { horsesQuery } from "../../shared/api/queries";
import { readDraft, writeDraft } from "../../shared/outbox/database";
import { useOutbox } from "../../shared/outbox/OutboxProvider";
import type { KeptText } from "../../shared/outbox/useKeptText";
import { text } from "../../shared/text/en";
import { entry as words } from "../../shared/text/en.entry";
import { May } from "../../shared/ui/May";
import { Empty, Loading } from "../../shared/ui/StateView";
import { localDay } from "../plan/usePlanDraft";
import { asItems } from "./asItems";
import type { Cursor } from "./charsOf";
import styles from "./Entry.module.css";
import { EntryPanel } from "./EntryPanel";

export default function EntryPage() {
  const { horse = "" } = useParams();
  return (
    <May to="log" otherwise={<Empty>{text.ring.readsOnly}</Empty>}>
      <WriteIn horse={horse} />
    </May>
  );
}

function WriteIn({ horse }: { horse: string }) {
  const name = useQuery(horsesQuery).data?.horses.find((one) => one.id === horse)?.name ?? "";
  const [on, setOn] = useDay(horse);
  const { save, isSaving } = useSave(horse);
  if (on === null) return <Loading />;
  return (
    <article className={styles.page}>
      <h1>{words.title(name)}</h1>
      <EntryPanel
        name={textKey(horse)}
        about={on}
        initial={NOTHING}
        look={(typed, cursor) => look(horse, on, typed, cursor)}
        lead={
          <>
            <p className={styles.lead}>{words.lead}</p>
            <TextField
              type="date"
              size="small"
              label={words.on}
              value={on}
              className={styles.day ?? ""}
              slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: localDay() } }}
              onChange={({ target }) => setOn(target.value || localDay())}
            />
          </>
        }
        save={words.save}
        isSaving={isSaving}
        error={null}
        onSave={(view, _, held) => void save(view.sessions, held.drop)}
      />
    </article>
  );
}

const textKey = (horse: string) => `entry:${horse}`;
const dayKey = (horse: string) => `entry-day:${horse}`;

/** The day of what names none: yesterday, and of what was typed before the day that it was typed for. */
function useDay(horse: string): [string | null, (on: string) => void] {
  const [on, setOn] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    const kept = [readDraft<KeptText>(textKey(horse)), readDraft<string>(dayKey(horse))] as const;
    void Promise.all(kept).then(([typed, day]) => {
      if (current) setOn((typed?.text && day) || yesterday());
    });
    return () => {
      current = false;
    };
  }, [horse]);
  useEffect(() => {
    if (on !== null) void writeDraft(dayKey(horse), on);
  }, [horse, on]);
  return [on, setOn];
}

const NOTHING = { text: "", edition: null };

function yesterday(): string {
  const day = new Date();
  day.setDate(day.getDate() - 1);
  return day.toLocaleDateString("sv-SE");
}

const look = (horse_id: string, on: string, typed: string, cursor: Cursor) =>
  api.post("/api/horses/{horse_id}/entry", {
    params: { path: { horse_id } },
    body: { on, text: typed, cursor },
  });

/** Into the outbox like whatever is logged: it is safe on the device first, and sent from there. */
function useSave(horse: string) {
  const outbox = useOutbox();
  const navigate = useNavigate();
  const [isSaving, setSaving] = useState(false);
  const save = async (read: Parameters<typeof asItems>[1], drop: () => Promise<void>) => {
    setSaving(true);
    const { items, sessions } = asItems(horse, read);
    await outbox.put(horse, items);
    await drop();
    await outbox.flush();
    void navigate(`/horses/${horse}/debrief/${sessions.at(-1)}`);
  };
  return { save, isSaving };
}
