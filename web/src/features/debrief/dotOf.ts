import type { DebriefRow } from "../../shared/api/types";
import type { AskDot } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";

/** An answer as its dot. */
export function dotOf(one: DebriefRow["asks"][number], place: number): AskDot {
  return {
    id: one.ask.id ?? String(place),
    level: one.ask.level ?? null,
    mark: one.mark,
    figure: one.written,
    afterBreak: one.ask.after_break ?? false,
    name: `${one.words}: ${text.marks[one.mark]}`,
  };
}
