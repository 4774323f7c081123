/** Figures as numbers; whatever is no number is sent as it is, for the server to name. Nothing typed: null. */
export function asNumber(typed: string): number | string | null {
  const plain = typed.trim().replace(",", ".");
  if (plain === "") return null;
  return Number.isFinite(Number(plain)) ? Number(plain) : typed;
}

/** A figure as it is typed. */
export const asTyped = (value: number | null | undefined) => (value == null ? "" : String(value));
