// How good an answer was, how far it went, and a word on it: of the one just given, else of the next.
import type { PackItem } from "../../shared/api/types";
import { taking as words } from "../../shared/text/en.taking";
import { Choices } from "./inputs/ChoiceRows";
import { Counter } from "./inputs/Counter";
import styles from "./MoreSheet.module.css";
import type { More, RingDraft } from "./ringDraft";
import { lastAnswer } from "./ringSession";
import type { RingTaps } from "./useRingTaps";
import { useTyped } from "./useTyped";

interface Props {
  draft: RingDraft;
  pack: PackItem;
  taps: RingTaps;
}

export function Beside({ draft, pack, taps }: Props) {
  const { grades, counted } = pack.wedge;
  const given = lastAnswer(draft);
  const said: More = given ? heard(given.entry) : (taps.armed.more ?? {});
  const count = (extent: number | null) => {
    if (given) return taps.say({ extent });
    const { extent: _, ...others } = taps.armed.more ?? {};
    taps.arm({ ...taps.armed, more: extent === null ? others : { ...others, extent } });
  };
  return (
    <>
      <h2>{words.beside}</h2>
      <Choices row={grades} said={said} onChoose={(sets) => taps.choose(grades, sets)} />
      {counted ? (
        <Counter
          counting={counted}
          counted={typeof said.extent === "number" ? said.extent : null}
          onCount={count}
        />
      ) : null}
      {given ? (
        <Note
          key={given.position}
          note={String(given.more?.note ?? "")}
          onNote={(note) => taps.say({}, { more: withNote(given.more ?? {}, note) })}
        />
      ) : null}
    </>
  );
}

function heard({ grade, extent }: { grade: number | null; extent: number | null }): More {
  return { ...(grade === null ? {} : { grade }), ...(extent === null ? {} : { extent }) };
}

function withNote({ note: _, ...others }: More, note: string): More {
  return note === "" ? others : { ...others, note };
}

/** As long as a record keeps one on an answer. */
const LONGEST = 200;

/** The answer is sent anew with it. */
function Note({ note, onNote }: { note: string; onNote: (note: string) => void }) {
  const { typed, setTyped, onBlur } = useTyped(note, onNote);
  return (
    <input
      className={styles.note}
      type="text"
      maxLength={LONGEST}
      placeholder={words.noteOfAnswer}
      aria-label={words.noteOfAnswer}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={onBlur}
    />
  );
}
