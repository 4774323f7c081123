// What the address of a comparison says of it.
export const COMPARE_KEYS = ["by", "first", "second", "one", "other", "horse"] as const;
export type CompareKey = (typeof COMPARE_KEYS)[number];
