import { readsTwelveHours } from "./reader";

// Days as people say them. A day comes as 2026-06-12; noon keeps it that day in every time zone.
const said = (on: string, options: Intl.DateTimeFormatOptions) =>
  new Date(`${on}T12:00`).toLocaleDateString("en-GB", options);

/** 12 Jun */
export const shortDay = (on: string) => said(on, { day: "numeric", month: "short" });

/** 12 June */
export const day = (on: string) => said(on, { day: "numeric", month: "long" });

/** Friday 12 June */
export const longDay = (on: string) => said(on, { weekday: "long", day: "numeric", month: "long" });

/** 12 June 2026: of what may be years ago. */
export const fullDay = (on: string) => said(on, { day: "numeric", month: "long", year: "numeric" });

/** Friday 12 June at 9:05, of a moment. */
export const moment = (at: string) => {
  const when = new Date(at);
  const hour = when.toLocaleTimeString("en-GB", {
    hour: "numeric",
    minute: "2-digit",
    hour12: readsTwelveHours(),
  });
  return `${when.toLocaleDateString("en-GB", { day: "numeric", month: "long" })} at ${hour}`;
};

/** 8:30, of 08:30:00; 8:30 am for who reads twelve hours. */
export function clock(time: string): string {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  const past = `:${String(minutes).padStart(2, "0")}`;
  if (!readsTwelveHours()) return `${hours}${past}`;
  return `${hours % 12 || 12}${minutes ? past : ""} ${hours < 12 ? "am" : "pm"}`;
}

/** Minutes since midnight, of 08:30:00. */
export function minuteOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  return hours * 60 + minutes;
}
