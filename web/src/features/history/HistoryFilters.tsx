// What is wanted of the sessions: words, days, and whatever there is in them to choose from.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useState } from "react";
import type { StripWish } from "../../shared/api/queries";
import type { HistoryChoices } from "../../shared/api/types";
import { history as words } from "../../shared/text/en.sheet";
import styles from "./HistoryPage.module.css";
import type { WishKey } from "./useHistoryWish";

const OF: [keyof HistoryChoices, WishKey][] = [
  ["kinds", "kind"],
  ["exercises", "exercise"],
  ["places", "place"],
  ["riders", "rider"],
  ["faults", "fault"],
  ["events", "event"],
  ["unusual", "unusual"],
];
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;
const DATED = { inputLabel: { shrink: true } } as const;
const TYPED_MS = 300;

interface Props {
  choices: HistoryChoices | undefined;
  wish: StripWish;
  change: (key: WishKey, value: string) => void;
  clear: () => void;
}

export function HistoryFilters({ choices, wish, change, clear }: Props) {
  return (
    <search className={`${styles.filters} no-print`}>
      <SearchField typed={wish.search ?? ""} onTyped={(value) => change("search", value)} />
      {(["first", "last"] as const).map((key) => (
        <TextField
          key={key}
          type="date"
          size="small"
          label={key === "first" ? words.from : words.to}
          value={wish[key] ?? ""}
          slotProps={DATED}
          onChange={(event) => change(key, event.target.value)}
        />
      ))}
      {OF.map(([group, key]) => {
        const rows = choices?.[group] ?? [];
        const chosen = String(wish[key] ?? "");
        if (rows.length === 0 && !chosen) return null;
        return (
          <TextField
            key={key}
            select
            size="small"
            label={words.filters[group]}
            value={chosen}
            slotProps={NATIVE}
            onChange={(event) => change(key, event.target.value)}
          >
            <option value="">{words.any}</option>
            {rows.some((one) => one.code === chosen) || !chosen ? null : (
              <option value={chosen}>{chosen}</option>
            )}
            {rows.map((one) => (
              <option key={one.code} value={one.code}>
                {`${one.name} (${one.sessions})`}
              </option>
            ))}
          </TextField>
        );
      })}
      {Object.keys(wish).length > 0 ? <Button onClick={clear}>{words.clear}</Button> : null}
    </search>
  );
}

/** Asked for a moment after the last letter. */
function SearchField({ typed, onTyped }: { typed: string; onTyped: (value: string) => void }) {
  const [value, setValue] = useState(typed);
  useEffect(() => setValue(typed), [typed]);
  useEffect(() => {
    if (value === typed) return;
    const later = setTimeout(() => onTyped(value), TYPED_MS);
    return () => clearTimeout(later);
  }, [value, typed, onTyped]);
  return (
    <TextField
      type="search"
      size="small"
      label={words.search}
      placeholder={words.searchHelp}
      value={value}
      slotProps={DATED}
      onChange={(event) => setValue(event.target.value)}
    />
  );
}
