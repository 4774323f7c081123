// Where a session is typed: errors marked where they are, what could follow offered beneath.
import { type KeyboardEvent, type RefObject, useLayoutEffect, useRef, useState } from "react";
import type { EntryView } from "../../shared/api/types";
import { entry as words } from "../../shared/text/en.entry";
import { cursorAt, replaced, stretches } from "./charsOf";
import styles from "./Entry.module.css";
import type { Typed } from "./useLooked";

interface Props {
  typed: Typed;
  onType: (typed: Typed) => void;
  view: EntryView | null;
  /** Is what the server says of the text as it stands? */
  isCurrent: boolean;
}

type Completion = NonNullable<EntryView["completion"]>;

export function EntryBox(props: Props) {
  const { typed, view, isCurrent } = props;
  const area = useRef<HTMLTextAreaElement>(null);
  const cursor = useCursor(area, typed.text);
  const { completion, marked, take, reset, onKey } = useCompletion(props, (at) => {
    cursor.current = at;
    area.current?.focus();
  });
  const onType = (next: Typed) => {
    reset();
    props.onType(next);
  };
  return (
    <div className={styles.entry}>
      <div className={styles.box}>
        <Marks text={typed.text} problems={isCurrent ? (view?.problems ?? []) : []} />
        <textarea
          ref={area}
          className={styles.area}
          value={typed.text}
          spellCheck={false}
          autoCapitalize="none"
          autoCorrect="off"
          aria-label={words.label}
          aria-invalid={isCurrent && (view?.problems.length ?? 0) > 0}
          aria-describedby="entry-words"
          aria-autocomplete="list"
          aria-controls="entry-options"
          aria-activedescendant={completion ? `entry-option-${marked}` : undefined}
          placeholder={words.placeholder}
          onKeyDown={onKey}
          onChange={({ target }) => onType({ text: target.value, at: target.selectionStart })}
          onSelect={({ currentTarget: { selectionStart } }) => {
            if (selectionStart !== typed.at) onType({ text: typed.text, at: selectionStart });
          }}
        />
      </div>
      <Options completion={completion} marked={marked} onTake={take} />
    </div>
  );
}

/** What could stand at the cursor, which of it is marked, and the keys that take it. */
function useCompletion({ typed, onType, view, isCurrent }: Props, onTaken: (at: number) => void) {
  const [putAway, setPutAway] = useState<string | null>(null);
  const [marked, setMarked] = useState(0);
  const completion = isCurrent && putAway !== typed.text ? offered(view, typed) : null;
  const take = (option: string) => {
    if (!completion) return;
    setMarked(0);
    const next = replaced(typed.text, completion, option.endsWith("=") ? option : `${option} `);
    onTaken(next.at);
    onType(next);
  };
  const onKey = (event: KeyboardEvent) => {
    if (!completion) return;
    const count = completion.options.length;
    if (event.key === "Escape") setPutAway(typed.text);
    else if (event.altKey && event.key === "ArrowDown") setMarked((marked + 1) % count);
    else if (event.altKey && event.key === "ArrowUp") setMarked((marked + count - 1) % count);
    else if (event.key === "Tab" && !event.shiftKey && begun(completion))
      take(completion.options[marked]?.text ?? "");
    else return;
    event.preventDefault();
  };
  return { completion, marked, take, reset: () => setMarked(0), onKey };
}

const begun = ({ column, end }: Completion) => column < end;

/** What could stand at the cursor, where that says more than what stands there. */
function offered(view: EntryView | null, typed: Typed): Completion | null {
  const completion = view?.completion;
  if (!completion || completion.options.length === 0) return null;
  const { line, column } = cursorAt(typed.text, typed.at);
  if (completion.line !== line || completion.end !== column) return null;
  const there = [...(typed.text.split("\n")[line - 1] ?? "")]
    .slice(completion.column - 1, completion.end - 1)
    .join("");
  const [only] = completion.options;
  return completion.options.length === 1 && only?.text === there ? null : completion;
}

/** Where a completion leaves the cursor, once the text stands there; elsewhere it is the hand's own. */
function useCursor(area: RefObject<HTMLTextAreaElement | null>, text: string) {
  const wanted = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (wanted.current === null || area.current?.value !== text) return;
    area.current.setSelectionRange(wanted.current, wanted.current);
    wanted.current = null;
  });
  return wanted;
}

/** The same text behind, in the same letters: it carries the marks. */
function Marks({ text, problems }: { text: string; problems: EntryView["problems"] }) {
  return (
    <pre className={styles.marks} aria-hidden="true">
      {stretches(text, problems).map(({ text: part, mark }, place) =>
        mark === null ? (
          part
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text have nothing but their place
          <mark key={place} title={problems[mark]?.words}>
            {part}
          </mark>
        ),
      )}
      {"\n"}
    </pre>
  );
}

interface OptionsProps {
  completion: Completion | null;
  marked: number;
  onTake: (option: string) => void;
}

function Options({ completion, marked, onTake }: OptionsProps) {
  return (
    <div className={styles.options}>
      <div
        id="entry-options"
        className={styles.list}
        tabIndex={-1}
        role="listbox"
        aria-label={words.options}
      >
        {completion?.options.map(({ text, says }, place) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the keys are the text's own
          <div
            key={text}
            id={`entry-option-${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={begun(completion) && place === marked}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => onTake(text)}
          >
            <code>{text}</code> {says}
          </div>
        ))}
      </div>
      {completion && begun(completion) ? <p className={styles.keys}>{words.optionsHelp}</p> : null}
    </div>
  );
}
