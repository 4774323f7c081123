// Places in a text as the server counts them: lines from 1, and characters from 1, where an emoji is one.

export interface Cursor {
  line: number;
  column: number;
}

export function cursorAt(text: string, index: number): Cursor {
  const before = text.slice(0, index).split("\n");
  return { line: before.length, column: [...(before.at(-1) ?? "")].length + 1 };
}

/** The index in the text of a place; past the end of its line, the end. */
export function indexOf(text: string, { line, column }: Cursor): number {
  const lines = text.split("\n");
  const before = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0);
  return before + [...(lines[line - 1] ?? "")].slice(0, column - 1).join("").length;
}

/** The text with other characters in a part of a line, and where the cursor stands behind them. */
export function replaced(
  text: string,
  { line, column, end }: Cursor & { end: number },
  by: string,
): { text: string; at: number } {
  const from = indexOf(text, { line, column });
  const to = indexOf(text, { line, column: end });
  return { text: text.slice(0, from) + by + text.slice(to), at: from + by.length };
}

export interface Stretch {
  text: string;
  /** Which of the marked parts it is; null: none. */
  mark: number | null;
}

/** A text parted where marked parts begin and end; of those that overlap the first one stands. */
export function stretches(text: string, marked: (Cursor & { end: number })[]): Stretch[] {
  const found: Stretch[] = [];
  let at = 0;
  const parts = marked.map((one, mark) => ({
    from: indexOf(text, one),
    to: Math.max(indexOf(text, one) + 1, indexOf(text, { line: one.line, column: one.end })),
    mark,
  }));
  for (const { from, to, mark } of parts.sort((one, other) => one.from - other.from)) {
    if (from < at) continue;
    if (from > at) found.push({ text: text.slice(at, from), mark: null });
    found.push({ text: text.slice(from, to), mark });
    at = to;
  }
  return [...found, { text: text.slice(at), mark: null }];
}
