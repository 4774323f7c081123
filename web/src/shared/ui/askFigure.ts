import type { Ask } from "../api/types";

/** An ask as one would write it down: 5, -7 for none up to 7, ! tight, x wrong, ^ leapt. */
export function askFigure(ask: Ask, unit: string | null): string {
  const value =
    ask.coarse != null
      ? ask.coarse
      : ask.level != null
        ? String(ask.level)
        : ask.extent != null
          ? `${ask.extent} ${unit ?? ""}`
          : ask.let_go_s != null
            ? `${ask.let_go_s} s`
            : "·";
  const marks =
    (ask.correct === "no" ? "x" : ask.correct === "nearly" ? "n" : "") +
    (ask.tension === "alarmed" ? "!!" : ask.tension === "tight" ? "!" : "") +
    (ask.over ? "^" : "");
  return `${ask.answered ? "" : "-"}${value}${marks}`;
}
