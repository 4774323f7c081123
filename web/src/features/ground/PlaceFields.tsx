// The fields of a place: of its shape only those that it has.
import Button from "@mui/material/Button";
import { useFieldArray, useWatch } from "react-hook-form";
import { Choice, TextInput, Tick } from "../../shared/form";
import { placeForm } from "../../shared/text/en.ground";
import styles from "./PlacePage.module.css";
import { emptyThing, type PlaceTyped } from "./placeForm";

export function PlaceFields() {
  const shape = useWatch<PlaceTyped, "shape">({ name: "shape" });
  return (
    <>
      <div className={styles.row}>
        <TextInput name="name" label={placeForm.name} required />
        <Choice name="shape" label={placeForm.shape} options={placeForm.shapes} />
        <Choice name="unit" label={placeForm.unit} options={placeForm.units} />
      </div>
      <Sizes shape={shape} />
      <HomeFields />
      <Things />
    </>
  );
}

function Sizes({ shape }: { shape: string }) {
  if (shape === "patch") return <Corners />;
  if (shape === "round")
    return (
      <div className={styles.row}>
        <TextInput name="across" path="across_m" label={placeForm.across} decimal />
      </div>
    );
  return (
    <div className={styles.row}>
      <TextInput name="width" path="width_m" label={placeForm.width} decimal />
      <TextInput name="length" path="length_m" label={placeForm.length} decimal />
      <Tick name="letters" label={placeForm.letters} />
    </div>
  );
}

function Corners() {
  const { fields, append, remove } = useFieldArray<PlaceTyped, "corners">({ name: "corners" });
  return (
    <fieldset className={styles.group}>
      <legend>{placeForm.corners}</legend>
      {fields.map((field, n) => (
        <div key={field.id} className={styles.row}>
          <span className={styles.number}>{placeForm.corner(n + 1)}</span>
          <Spot name={`corners.${n}`} path={`corners[${n}]`} />
          <Button aria-label={placeForm.removeCorner(n + 1)} onClick={() => remove(n)}>
            {placeForm.remove}
          </Button>
        </div>
      ))}
      <Button onClick={() => append({ across: "0", along: "0" })}>{placeForm.addCorner}</Button>
    </fieldset>
  );
}

/** A point: across and along. */
function Spot({ name, path }: { name: string; path: string }) {
  return (
    <>
      <TextInput
        name={`${name}.across`}
        path={`${path}.x_m`}
        label={placeForm.thingAcross}
        size="small"
        decimal
      />
      <TextInput
        name={`${name}.along`}
        path={`${path}.y_m`}
        label={placeForm.thingAlong}
        size="small"
        decimal
      />
    </>
  );
}

function HomeFields() {
  const home = useWatch<PlaceTyped, "home">({ name: "home" });
  return (
    <div className={styles.row}>
      <Choice
        name="home"
        label={placeForm.home}
        options={placeForm.homes.slice(1)}
        none={NOT_SAID}
      />
      {home === "at" ? (
        <>
          <TextInput name="home_across" path="home.x_m" label={placeForm.homeAcross} decimal />
          <TextInput name="home_along" path="home.y_m" label={placeForm.homeAlong} decimal />
        </>
      ) : null}
    </div>
  );
}

const NOT_SAID = placeForm.homes[0][1];

function Things() {
  const { fields, append, remove } = useFieldArray<PlaceTyped, "things">({ name: "things" });
  return (
    <fieldset className={styles.group}>
      <legend>{placeForm.things}</legend>
      <p className={styles.soft}>{placeForm.axes}</p>
      {fields.map((field, n) => (
        <div key={field.id} className={styles.row}>
          <Choice
            name={`things.${n}.kind`}
            label={placeForm.thing}
            options={placeForm.kinds}
            size="small"
          />
          <TextInput name={`things.${n}.name`} label={placeForm.thingName} size="small" />
          <Spot name={`things.${n}`} path={`things[${n}]`} />
          <TextInput
            name={`things.${n}.reach`}
            path={`things[${n}].reach_m`}
            label={placeForm.thingReach}
            help={placeForm.reachHelp}
            size="small"
            decimal
          />
          <Button aria-label={placeForm.removeThing(n + 1)} onClick={() => remove(n)}>
            {placeForm.remove}
          </Button>
        </div>
      ))}
      <Button onClick={() => append(emptyThing)}>{placeForm.addThing}</Button>
    </fieldset>
  );
}
