// A horse as it is typed, and as it is sent: figures as they are typed, empty fields as nothing.
import type { HorseView } from "../../shared/api/types";
import { asNumber, asTyped } from "../../shared/form/figures";
import { text } from "../../shared/text/en";
import type { Bands } from "../yard/BandRows";

export interface HorseTyped {
  name: string;
  born: string;
  sex: string;
  height: string;
  girth_cm: string;
  length_cm: string;
  background: string;
  arrived: string;
  home: string;
  minutes: string;
  go: string;
  nerve: string;
  did_before: string[] | null;
  bands: Bands;
  school: Record<string, string>;
  /** It came with a school and bands: what the yard agrees on is not put to it. */
  keeps_its_own: boolean;
  /** Of what was shown when the change was begun; null: a new horse, or whatever there is gives way. */
  edition: string | null;
}

/** As the form calls them. */
export const FIELD_NAMES: Readonly<Record<string, string>> = {
  name: text.horse.name,
  born: text.horse.born,
  sex: text.horse.sex,
  height: text.horse.height,
  girth_cm: text.horse.girth,
  length_cm: text.horse.length,
  background: text.horse.background,
  arrived: text.horse.arrived,
  home: text.horse.home,
  minutes: text.horse.minutes,
  go: text.horse.go,
  nerve: text.horse.nerve,
};

const NEW: HorseTyped = {
  name: "",
  born: "",
  sex: "",
  height: "",
  girth_cm: "",
  length_cm: "",
  background: "handled",
  arrived: "",
  home: "",
  minutes: "",
  go: "",
  nerve: "",
  did_before: null,
  bands: {},
  school: {},
  keeps_its_own: false,
  edition: null,
};

export function newHorse(today: string, minutes: number): HorseTyped {
  return { ...NEW, arrived: today, minutes: asTyped(minutes) };
}

export function typedOf(view: HorseView): HorseTyped {
  const { profile, height, usual_minutes, keeps_its_own, edition } = view;
  const known = Object.fromEntries(Object.entries(profile).filter(([, value]) => value !== null));
  const { temperament, girth_cm, length_cm, ...own } = known as HorseView["profile"];
  return {
    ...NEW,
    background: "",
    ...(own as Partial<HorseTyped>),
    height: height.replace(/ \(.*/, ""),
    girth_cm: asTyped(girth_cm),
    length_cm: asTyped(length_cm),
    minutes: asTyped(usual_minutes),
    go: temperament?.go ?? "",
    nerve: temperament?.nerve ?? "",
    keeps_its_own,
    edition,
  };
}

/** Only what the form shows: whatever else is known of the horse stays as it is. */
export function asSent(typed: HorseTyped) {
  const { minutes, girth_cm, length_cm, go, nerve, keeps_its_own, edition } = typed;
  const { name, born, sex, height, background, arrived, home, did_before, bands, school } = typed;
  const temperament = { ...(go ? { go } : {}), ...(nerve ? { nerve } : {}) };
  const figures = { girth_cm: asNumber(girth_cm), length_cm: asNumber(length_cm) };
  const plain = { name, born, sex, height, background, arrived, home, did_before, bands, school };
  return {
    horse: { ...plain, ...figures, temperament },
    usual_minutes: asNumber(minutes) as number,
    keeps_its_own,
    edition,
  };
}
