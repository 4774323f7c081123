// Amounts that are typed: in the units of whoever types them, kept in metric ones. Source: the international yard
// and pound agreement of 1959 (1 lb = 0.45359237 kg, 1 mile = 1609.344 m, both exact); F = C x 9/5 + 32.
import { readsImperial } from "./reader";

interface Kind {
  metric: string;
  imperial: string;
  toMetric: (amount: number) => number;
  fromMetric: (amount: number) => number;
}

const KG_A_POUND = 0.45359237;
const MS_A_MILE_AN_HOUR = 1609.344 / 3600;

/** By what the name of a field ends in. */
const KINDS: Record<string, Kind> = {
  _kg: {
    metric: "kg",
    imperial: "lb",
    toMetric: (lb) => lb * KG_A_POUND,
    fromMetric: (kg) => kg / KG_A_POUND,
  },
  _c: {
    metric: "°C",
    imperial: "°F",
    toMetric: (f) => ((f - 32) * 5) / 9,
    fromMetric: (c) => (c * 9) / 5 + 32,
  },
  _ms: {
    metric: "m/s",
    imperial: "mph",
    toMetric: (mph) => mph * MS_A_MILE_AN_HOUR,
    fromMetric: (ms) => ms / MS_A_MILE_AN_HOUR,
  },
};

const kindOf = (name: string) => Object.entries(KINDS).find(([end]) => name.endsWith(end))?.[1];

/** The unit in which a field is typed; empty: it has none that differs. */
export function unitOf(name: string): string {
  const kind = kindOf(name);
  return kind ? (readsImperial() ? kind.imperial : kind.metric) : "";
}

/** A kept figure as it stands in its field. */
export const shownAs = (name: string, kept: string): string => {
  const kind = readsImperial() ? kindOf(name) : undefined;
  return kind && isFigure(kept) ? rounded(kind.fromMetric(Number(kept)), 10) : kept;
};

/** What was typed as it is kept; what is no figure stays as it is, for the server to name. */
export const asKept = (name: string, typed: string): string => {
  const kind = readsImperial() ? kindOf(name) : undefined;
  return kind && isFigure(typed) ? rounded(kind.toMetric(Number(typed)), 100) : typed;
};

const isFigure = (text: string) => text.trim() !== "" && Number.isFinite(Number(text));
const rounded = (figure: number, parts: number) => String(Math.round(figure * parts) / parts);
