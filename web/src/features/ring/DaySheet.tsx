// What is said of the day: who, with what on, where, in what weather. What was said the last time goes first.
import Drawer from "@mui/material/Drawer";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import sheet from "./MoreSheet.module.css";
import type { RingDraft, SaidOfDay } from "./ringDraft";
import { conditionsOf, sendHeader, tackOf } from "./ringSending";
import { Target } from "./Target";
import type { Ring } from "./useRing";
import { useTyped } from "./useTyped";

/** As long as a record keeps a name or a place. */
const LONGEST = 200;

interface Props {
  draft: RingDraft;
  ring: Ring;
  open: boolean;
  onClose: () => void;
}

export function DaySheet({ draft, ring, open, onClose }: Props) {
  const words = taking.day;
  const { day } = draft.pack;
  const said = draft.said ?? {};
  const say = (part: SaidOfDay) => ring.change((now) => saying(now, part));
  const rides = (name: string) => {
    const kg = day.people.find((one) => one.name === name)?.kg ?? null;
    say({ rider: name || null, rider_kg: kg });
  };
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { className: sheet.sheet ?? "", "aria-label": words.title } }}
    >
      <h2>{words.weather}</h2>
      <Weather draft={draft} onSay={say} />
      <h2>{words.rider}</h2>
      <OneOf
        known={day.people.map((one) => one.name)}
        chosen={said.rider ?? ""}
        other={words.otherPerson}
        onChoose={rides}
      />
      <h2>{words.tack}</h2>
      <div className={sheet.grid}>
        {day.tack.map(({ key }) => {
          const on = tackOf(draft)[key] === true;
          return (
            <Target
              key={key}
              words={key}
              on={on}
              onClick={() => say({ tack: { ...tackOf(draft), [key]: !on } })}
            />
          );
        })}
      </div>
      <h2>{words.place}</h2>
      <OneOf
        known={day.places}
        chosen={said.place ?? ""}
        other={words.otherPlace}
        onChoose={(place) => say({ place: place || null })}
      />
      <button type="button" className={sheet.close} onClick={onClose}>
        {text.shell.close}
      </button>
    </Drawer>
  );
}

/** Kept here; it goes with the session's header, which goes with the first answer. */
function saying(draft: RingDraft, part: SaidOfDay) {
  const next = { ...draft, said: { ...draft.said, ...part } };
  return draft.revision === 0 ? { draft: next, items: [] } : sendHeader(next, null);
}

interface WeatherProps {
  draft: RingDraft;
  onSay: (part: SaidOfDay) => void;
}

function Weather({ draft, onSay }: WeatherProps) {
  const words = taking.day;
  const { wind, insects, new_place } = conditionsOf(draft);
  const { windy } = draft.pack.day;
  const isWindy = wind === windy;
  return (
    <div className={sheet.grid}>
      <Target
        words={words.wind}
        on={isWindy}
        onClick={() => onSay({ wind: isWindy ? undefined : windy })}
      />
      <Target
        words={words.insects}
        on={Boolean(insects)}
        onClick={() => onSay({ insects: !insects })}
      />
      <Target
        words={words.newPlace}
        on={Boolean(new_place)}
        onClick={() => onSay({ new_place: !new_place })}
      />
    </div>
  );
}

interface OneOfProps {
  known: readonly string[];
  chosen: string;
  other: string;
  onChoose: (one: string) => void;
}

/** One that is known, by a tap; or another, typed. */
function OneOf({ known, chosen, other, onChoose }: OneOfProps) {
  const { typed, setTyped, onBlur } = useTyped(known.includes(chosen) ? "" : chosen, onChoose);
  return (
    <>
      <div className={sheet.grid}>
        {known.map((one) => (
          <Target
            key={one}
            words={one}
            on={one === chosen}
            onClick={() => {
              setTyped("");
              onChoose(one === chosen ? "" : one);
            }}
          />
        ))}
      </div>
      <input
        className={sheet.note}
        type="text"
        maxLength={LONGEST}
        placeholder={other}
        aria-label={other}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={onBlur}
      />
    </>
  );
}
