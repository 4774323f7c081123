// Where, and what: the place, the set-up, the rein, the units.
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import TextField from "@mui/material/TextField";
import { Link } from "react-router";
import type { Ground } from "../../shared/api/types";
import { ground as words } from "../../shared/text/en.ground";
import { May } from "../../shared/ui/May";
import styles from "./GroundPage.module.css";
import type { Change, GroundAddress } from "./useGroundAddress";

interface Props {
  ground: Ground;
  address: GroundAddress;
  change: Change;
}

export function GroundChoices({ ground, address, change }: Props) {
  const own = ground.places.filter((one) => one.is_yards);
  const isOwn = own.some((one) => one.id === address.place);
  return (
    <div className={`${styles.choices} no-print`}>
      <PlaceChoice ground={ground} address={address} change={change} />
      <SetUpChoice ground={ground} address={address} change={change} />
      <Turned
        label={words.mirrored}
        isOn={address.mirrored}
        onTurn={(mirrored) => change({ mirrored })}
      />
      <Turned label={words.feet} isOn={address.feet} onTurn={(feet) => change({ feet })} />
      <May to="change">
        {isOwn ? (
          <Button component={Link} to={`/ground/places/${address.place}`}>
            {words.editPlace}
          </Button>
        ) : null}
        <Button component={Link} to="/ground/places/new">
          {words.addPlace}
        </Button>
      </May>
    </div>
  );
}

const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

function PlaceChoice({ ground, address, change }: Props) {
  const { places } = ground;
  const isKnown = places.some((one) => one.id === address.place);
  const groups = [
    { name: words.own, rows: places.filter((one) => one.is_yards) },
    { name: words.standard, rows: places.filter((one) => !one.is_yards) },
  ];
  return (
    <TextField
      select
      size="small"
      label={words.place}
      value={address.place}
      slotProps={NATIVE}
      onChange={(event) => change({ place: event.target.value })}
    >
      {isKnown ? null : <option value={address.place}>{address.place}</option>}
      {groups
        .filter(({ rows }) => rows.length > 0)
        .map(({ name, rows }) => (
          <optgroup key={name} label={name}>
            {rows.map(({ id, place }) => (
              <option key={id} value={id}>
                {place.name}
              </option>
            ))}
          </optgroup>
        ))}
    </TextField>
  );
}

/** Another set-up begins as usual; what was typed for the last one is its own. */
function SetUpChoice({ ground, address, change }: Props) {
  const groups = [
    { name: words.setUps, rows: ground.set_ups.filter((one) => !one.is_figure) },
    { name: words.figures, rows: ground.set_ups.filter((one) => one.is_figure) },
  ];
  return (
    <TextField
      select
      size="small"
      label={words.setUp}
      value={address.setup}
      slotProps={NATIVE}
      onChange={(event) => change({ setup: event.target.value, step: "", typed: {} })}
    >
      {groups.map(({ name, rows }) => (
        <optgroup key={name} label={name}>
          {rows.map((one) => (
            <option key={one.code} value={one.code}>
              {one.name}
            </option>
          ))}
        </optgroup>
      ))}
    </TextField>
  );
}

interface TurnedProps {
  label: string;
  isOn: boolean;
  onTurn: (isOn: boolean) => void;
}

function Turned({ label, isOn, onTurn }: TurnedProps) {
  return (
    <FormControlLabel
      label={label}
      control={<Switch checked={isOn} onChange={(_, next) => onTurn(next)} />}
    />
  );
}
