// The day that is planned for: minutes, helper, and the weather, typed or from the yard's station.
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { groundQuery, type PlanWishes, weatherQuery } from "../../shared/api/queries";
import { asKept, shownAs, unitOf } from "../../shared/text/amounts";
import { text } from "../../shared/text/en";
import { ground } from "../../shared/text/en.ground";
import styles from "./PlanPage.module.css";

interface Props {
  search: URLSearchParams;
  onChange: (wished: Record<string, string>) => void;
  usual: number | undefined;
}

export function WishesForm({ search, onChange, usual }: Props) {
  // Fields keep what is being typed; what the station says is written into them anew.
  const [written, setWritten] = useState(0);
  const number = (name: keyof PlanWishes, label: string, placeholder = "") => {
    const kept = search.get(name) ?? "";
    const shown = shownAs(name, kept);
    return (
      <NumberField
        key={`${name}:${written}`}
        label={label}
        value={shown}
        placeholder={placeholder}
        onChange={(value) => onChange({ [name]: value === shown ? kept : asKept(name, value) })}
      />
    );
  };
  const fromStation = (read: Record<string, string>) => {
    onChange(read);
    setWritten(written + 1);
  };
  return (
    <div className={`${styles.wishes} no-print`}>
      {number("minutes", text.plan.minutes, usual === undefined ? "" : String(usual))}
      <FormControlLabel
        control={
          <Switch
            checked={search.get("helper") === "1"}
            onChange={(_, checked) => onChange({ helper: checked ? "1" : "" })}
          />
        }
        label={text.plan.helper}
      />
      {number("rider_kg", text.plan.rider(unitOf("rider_kg")))}
      {number("tack_kg", text.plan.tack(unitOf("tack_kg")))}
      {number("air_c", text.plan.air(unitOf("air_c")))}
      {number("humidity_pct", text.plan.humidity)}
      {number("wind_ms", text.plan.wind(unitOf("wind_ms")))}
      <Station onRead={fromStation} />
      <PlaceChoice chosen={search.get("place") ?? ""} onChoose={(place) => onChange({ place })} />
    </div>
  );
}

/** Where it will be; a yard that has drawn no place has none to choose from. */
function PlaceChoice({ chosen, onChoose }: { chosen: string; onChoose: (id: string) => void }) {
  const own = (useQuery(groundQuery).data?.places ?? []).filter((one) => one.is_yards);
  if (own.length === 0) return null;
  return (
    <TextField
      select
      size="small"
      className={styles.place ?? ""}
      label={ground.place}
      value={own.some((one) => one.id === chosen) ? chosen : ""}
      slotProps={{ inputLabel: { shrink: true }, select: { native: true } }}
      onChange={({ target }) => onChoose(target.value)}
    >
      <option value="">{ground.usualPlace(own[0]?.place.name ?? "")}</option>
      {own.slice(1).map(({ id, place }) => (
        <option key={id} value={id}>
          {place.name}
        </option>
      ))}
    </TextField>
  );
}

interface NumberProps {
  label: string;
  value: string;
  placeholder: string;
  onChange: (value: string) => void;
}

/** What is typed holds once the field is left, or with Enter. */
function NumberField({ label, value, placeholder, onChange }: NumberProps) {
  return (
    <TextField
      label={label}
      type="number"
      size="small"
      className={styles.number ?? ""}
      defaultValue={value}
      placeholder={placeholder}
      slotProps={{ inputLabel: { shrink: true } }}
      onBlur={(event) => onChange(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === "Enter") onChange((event.target as HTMLInputElement).value);
      }}
    />
  );
}

function Station({ onRead }: { onRead: (read: Record<string, string>) => void }) {
  const weather = useQuery(weatherQuery);
  const read = () => {
    if (!weather.data) return;
    const { air_c, humidity_pct, wind_ms } = weather.data;
    onRead({
      air_c: String(air_c),
      humidity_pct: String(humidity_pct),
      wind_ms: String(wind_ms),
    });
  };
  return (
    <Button
      size="small"
      disabled={!weather.data}
      title={weather.data?.simulated ? text.plan.simulated : ""}
      onClick={read}
    >
      {text.plan.station}
    </Button>
  );
}
