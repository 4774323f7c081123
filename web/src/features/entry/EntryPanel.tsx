// A text, what is read of it, and what is to be mended; what is done with it is for the page around it.
import Button from "@mui/material/Button";
import { type ReactNode, useMemo, useRef, useState } from "react";
import type { EntryView } from "../../shared/api/types";
import { type HeldText, useKeptText } from "../../shared/outbox/useKeptText";
import { text } from "../../shared/text/en";
import { correcting, entry as words } from "../../shared/text/en.entry";
import { DraftNote } from "../../shared/ui/DraftNote";
import { Lines } from "../../shared/ui/Lines";
import { ProblemList } from "../../shared/ui/Problems";
import { Loading } from "../../shared/ui/StateView";
import { indexOf } from "./charsOf";
import styles from "./Entry.module.css";
import { EntryBox } from "./EntryBox";
import { EntryProblems, EntrySessions } from "./EntryRead";
import { NotationHelp } from "./NotationHelp";
import { type Look, type Typed, useLooked } from "./useLooked";

interface Props {
  /** Of what is kept on the device. */
  name: string;
  /** What else is asked with the text. */
  about?: string;
  initial: { text: string; edition: string | null };
  look: Look;
  /** Above the text. */
  lead: ReactNode;
  save: string;
  isSaving: boolean;
  error: unknown;
  onSave: (view: EntryView, text: string, held: HeldText) => void;
}

export function EntryPanel(props: Props) {
  const held = useKeptText(props.name, props.initial);
  if (held.kept === null) return <Loading />;
  return <Panel {...props} held={held} kept={held.kept} />;
}

interface PanelProps extends Props {
  held: HeldText;
  kept: NonNullable<HeldText["kept"]>;
}

const endOf = ({ line, end }: EntryView["problems"][number]) => ({ line, column: end });

/** What a session that is typed anew changes. */
function Changes({ changes }: { changes: string[] }) {
  if (changes.length === 0) return null;
  return (
    <section>
      <h2>{correcting.changes}</h2>
      <Lines className={styles.changes} lines={changes} />
    </section>
  );
}

function Panel(props: PanelProps) {
  const {
    name,
    about = "",
    initial,
    look,
    lead,
    save,
    isSaving,
    error,
    onSave,
    held,
    kept,
  } = props;
  const [at, setAt] = useState(kept.text.length);
  const typed = useMemo(() => ({ text: kept.text, at }), [kept.text, at]);
  const looked = useLooked([name, about], typed, look);
  const panel = useRef<HTMLDivElement>(null);
  const type = (next: Typed) => {
    setAt(next.at);
    if (next.text !== kept.text) held.write(next.text);
  };
  const go = (problem: EntryView["problems"][number]) => {
    const area = panel.current?.querySelector("textarea");
    area?.focus();
    area?.setSelectionRange(indexOf(kept.text, problem), indexOf(kept.text, endOf(problem)));
  };
  const { view, isCurrent } = looked;
  const isOlder = kept.edition !== initial.edition;
  const startOver = async () => {
    await held.startOver();
    setAt(initial.text.length);
  };
  return (
    <div className={styles.panel} ref={panel}>
      <div className={styles.typed}>
        {lead}
        <DraftNote draft={held.isDraft ? { at: kept.at, isOlder, startOver } : null} />
        <EntryBox typed={typed} onType={type} view={view} isCurrent={isCurrent} />
        <p id="entry-words" className={styles.words} role="status" data-current={isCurrent}>
          {looked.isOffline ? words.notRead : isCurrent ? view?.words : words.reading}
        </p>
        <ProblemList error={error ?? looked.error} lead={text.horse.problems} />
        {view && isCurrent ? <EntryProblems problems={view.problems} onGo={go} /> : null}
        <Changes changes={view?.changes ?? []} />
        <Button
          variant="contained"
          disabled={!isCurrent || !view?.can_save || isSaving}
          onClick={() => (view ? onSave(view, kept.text, held) : undefined)}
        >
          {save}
        </Button>
        <NotationHelp />
      </div>
      <section className={styles.read} aria-label={words.read}>
        <h2>{words.read}</h2>
        <EntrySessions sessions={view?.sessions ?? []} />
      </section>
    </div>
  );
}
