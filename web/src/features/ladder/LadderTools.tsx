import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useEffect, useRef, useState } from "react";
import type { HorseLadder, StepState } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./LadderPage.module.css";
import { type LadderFilter, NO_KIT } from "./ladderFilter";
import { exerciseOf } from "./ladderGeometry";

interface Props {
  ladder: HorseLadder;
  filter: LadderFilter;
  at: string;
  onSet: (name: string, value: string) => void;
  isPhone: boolean;
}

/** Search, and filters by phase, state and kit. */
export function LadderTools({ ladder, filter, at, onSet, isPhone }: Props) {
  const phase = exerciseOf(ladder, at)?.rung.phase ?? at;
  const asList = new URLSearchParams(location.search).get("as") === "list";
  const states = Object.keys(text.ladder.states) as StepState[];
  const kit = ladder.kit.map((thing): [string, string] => [thing, thing]);
  return (
    <search className={styles.tools}>
      <SearchField words={filter.words} onSearch={(words) => onSet("q", words)} />
      <Choice
        label={text.ladder.phase}
        value={phase}
        none={text.ladder.whole}
        options={ladder.rungs.map((rung) => [rung.phase, `${rung.phase} ${rung.title}`])}
        onChoose={(value) => onSet("at", value)}
      />
      <Choice
        label={text.ladder.state}
        value={filter.state}
        none={text.ladder.anyState}
        options={states.map((state) => [state, text.ladder.states[state]])}
        onChoose={(value) => onSet("state", value)}
      />
      <Choice
        label={text.ladder.kit}
        value={filter.kit}
        none={text.ladder.anyKit}
        options={[[NO_KIT, text.ladder.noKit], ...kit]}
        onChoose={(value) => onSet("kit", value)}
      />
      {isPhone ? null : (
        <Button onClick={() => onSet("as", asList ? "" : "list")}>
          {asList ? text.ladder.asPicture : text.ladder.asList}
        </Button>
      )}
    </search>
  );
}

/** What is typed stands at once; the address follows. */
function SearchField({ words, onSearch }: { words: string; onSearch: (words: string) => void }) {
  const [typed, setTyped] = useState(words);
  const sent = useRef(words);
  useEffect(() => {
    // Changed from elsewhere, e.g. cleared: the field follows.
    if (words !== sent.current) setTyped(words);
    sent.current = words;
  }, [words]);
  return (
    <TextField
      label={text.ladder.search}
      placeholder={text.ladder.searchHelp}
      type="search"
      size="small"
      className={styles.searchField ?? ""}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
        sent.current = event.target.value;
        onSearch(event.target.value);
      }}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  none: string;
  options: [string, string][];
  onChoose: (value: string) => void;
}

function Choice({ label, value, none, options, onChoose }: ChoiceProps) {
  return (
    <TextField
      select
      label={label}
      size="small"
      value={value}
      className={styles.choice ?? ""}
      onChange={(event) => onChoose(event.target.value)}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
    >
      <MenuItem value="">{none}</MenuItem>
      {options.map(([key, name]) => (
        <MenuItem key={key} value={key}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
