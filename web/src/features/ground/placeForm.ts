// A place as it is typed, in metres or feet, and as it is sent: every number as it was typed, for the core to check.
import type { GroundPlace } from "../../shared/api/types";

export interface TypedThing {
  kind: string;
  name: string;
  across: string;
  along: string;
  reach: string;
}

export interface TypedCorner {
  across: string;
  along: string;
}

export interface PlaceTyped {
  name: string;
  shape: string;
  unit: string;
  width: string;
  length: string;
  across: string;
  letters: boolean;
  corners: TypedCorner[];
  home: string;
  home_across: string;
  home_along: string;
  things: TypedThing[];
}

const NEW_CORNERS: TypedCorner[] = [
  { across: "0", along: "0" },
  { across: "40", along: "0" },
  { across: "40", along: "30" },
  { across: "0", along: "30" },
];

export const newPlace: PlaceTyped = {
  name: "",
  shape: "rectangle",
  unit: "m",
  width: "20",
  length: "60",
  across: "18",
  letters: true,
  corners: NEW_CORNERS,
  home: "",
  home_across: "",
  home_along: "",
  things: [],
};

export const emptyThing: TypedThing = {
  kind: "gate",
  name: "",
  across: "0",
  along: "0",
  reach: "0",
};

const said = (value: number | null | undefined) => (value == null ? "" : String(value));

export function typedOf(place: GroundPlace): PlaceTyped {
  const corners = (place.corners ?? []).map(spotTyped);
  return {
    name: place.name ?? "",
    shape: place.shape ?? "rectangle",
    unit: "m",
    width: said(place.width_m),
    length: said(place.length_m),
    across: said(place.across_m),
    letters: place.letters ?? true,
    corners: corners.length > 0 ? corners : NEW_CORNERS,
    home: place.home ? "at" : "",
    home_across: said(place.home?.x_m),
    home_along: said(place.home?.y_m),
    things: (place.things ?? []).map((thing) => ({
      kind: thing.kind,
      name: thing.name ?? "",
      across: said(thing.x_m),
      along: said(thing.y_m),
      reach: said(thing.reach_m ?? 0),
    })),
  };
}

const spotTyped = ({ x_m, y_m }: { x_m: number; y_m: number }): TypedCorner => ({
  across: said(x_m),
  along: said(y_m),
});

/** Number by number as it was typed: what is no number is sent as it is, and named by the core. */
export function asSent(typed: PlaceTyped): Record<string, unknown> {
  const { unit } = typed;
  return {
    name: typed.name,
    shape: typed.shape,
    letters: typed.shape === "rectangle" && typed.letters,
    ...sizeSent(typed),
    home: homeSent(typed),
    things: typed.things.map(({ kind, name, across, along, reach }) => ({
      kind,
      name,
      ...spotSent(across, along, unit),
      [`reach_${unit}`]: measure(reach),
    })),
  };
}

function sizeSent({ shape, unit, width, length, across, corners }: PlaceTyped) {
  switch (shape) {
    case "round":
      return { [`across_${unit}`]: measure(across) };
    case "patch":
      return { corners: corners.map((one) => spotSent(one.across, one.along, unit)) };
    default:
      return { [`width_${unit}`]: measure(width), [`length_${unit}`]: measure(length) };
  }
}

function measure(raw: string): unknown {
  const number = Number(raw.trim().replace(",", "."));
  return raw.trim() === "" || Number.isNaN(number) ? raw : number;
}

const spotSent = (across: string, along: string, unit: string) => ({
  [`x_${unit}`]: measure(across),
  [`y_${unit}`]: measure(along),
});

/** A point, a side that it lies beyond, or nothing. */
function homeSent({ home, home_across, home_along, unit }: PlaceTyped): unknown {
  if (home === "") return null;
  return home === "at" ? spotSent(home_across, home_along, unit) : home;
}
