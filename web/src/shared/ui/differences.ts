// What two versions of the same form differ in, place by place.
export interface Difference {
  place: string;
  mine: string;
  now: string;
}

/**
 * @param names of places, as the form calls them; a place without one goes by its own.
 * @param but places of no matter to whoever reads it.
 */
export function differences(
  mine: unknown,
  now: unknown,
  names: Readonly<Record<string, string>> = {},
  but: readonly string[] = [],
): Difference[] {
  const [ours, theirs] = [leaves(mine), leaves(now)];
  const places = [...new Set([...ours.keys(), ...theirs.keys()])].filter(
    (place) => !but.includes(place),
  );
  return places
    .map((place) => ({
      place: names[place] ?? place,
      mine: ours.get(place) ?? "",
      now: theirs.get(place) ?? "",
    }))
    .filter((one) => one.mine !== one.now);
}

/** Every place that holds a plain value, by its path; what holds nothing is as if it were not there. */
function leaves(value: unknown, path = ""): Map<string, string> {
  if (value === null || value === undefined || value === "") return new Map();
  if (typeof value !== "object") return new Map([[path, String(value)]]);
  const inner = Array.isArray(value)
    ? value.map((one, place): [string, unknown] => [`${path}[${place + 1}]`, one])
    : Object.entries(value).map(([key, one]): [string, unknown] => [
        path ? `${path}.${key}` : key,
        one,
      ]);
  return new Map(inner.flatMap(([place, one]) => [...leaves(one, place)]));
}
