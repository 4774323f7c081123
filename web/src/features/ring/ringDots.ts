import type { AskDot } from "../../shared/drawing/AskDots";
import { text } from "../../shared/text/en";
import type { Advice } from "./coachPlayer";
import type { RingEntry } from "./ringDraft";

/** An entry as a dot: drawn as the coach heard it. */
export function dotOf(entry: RingEntry, heard: Advice | undefined): AskDot {
  const mark = heard?.mark ?? "apart";
  return {
    id: entry.id,
    level: entry.entry.level,
    mark,
    name: `${heard?.said ?? ""}: ${text.marks[mark]}`,
  };
}
