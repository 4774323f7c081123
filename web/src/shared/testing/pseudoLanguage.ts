// A language that is English between brackets: whatever is shown without them was left in the code.
import { inEnglish, type Language } from "../text/spoken";

const OPEN = "⟦";
const CLOSE = "⟧";

export function pseudoLanguage(): Language {
  return Object.fromEntries(
    Object.entries(inEnglish()).map(([name, words]) => [name, pseudo(words) as object]),
  );
}

function pseudo(words: unknown): unknown {
  if (typeof words === "string") return words === "" ? "" : `${OPEN}${words}${CLOSE}`;
  if (typeof words === "function") return (...given: unknown[]) => pseudo(words(...given));
  if (Array.isArray(words)) return words.map(pseudo);
  if (typeof words === "object" && words !== null)
    return Object.fromEntries(Object.entries(words).map(([key, value]) => [key, pseudo(value)]));
  return words;
}

/** What is left of a text without what stands between brackets, however deep. */
export function leftOver(text: string): string {
  let depth = 0;
  let left = "";
  for (const letter of text) {
    if (letter === OPEN) depth += 1;
    else if (letter === CLOSE) depth -= 1;
    else if (depth === 0) left += letter;
  }
  return left;
}
