// How whoever is signed in reads amounts and times of day: set once they are known, for every page.
import type { Me } from "../api/types";

type Reader = Pick<Me, "units" | "clock">;

const USUAL: Reader = { units: "metric", clock: "24" };
let reader = USUAL;

export const setReader = (me: Reader | undefined): void => {
  reader = me ?? USUAL;
};

export const readsTwelveHours = () => reader.clock === "12";
export const readsImperial = () => reader.units === "imperial";
