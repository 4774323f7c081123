import { text } from "../../shared/text/en";

/** What kind of device it is, by what its browser says of itself; the whole of that is shown on pointing at it. */
export function deviceName(runsOn: string): string {
  if (runsOn === "") return text.account.unknown;
  if (/Tablet|iPad/.test(runsOn)) return text.account.tablet;
  return /Mobi/.test(runsOn) ? text.account.phone : text.account.computer;
}
