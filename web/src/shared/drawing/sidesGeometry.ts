// Pure geometry of the sides board: levels 1 to 10 run outward from the middle, left to the left.

export const LEVEL_LOW = 1;
export const LEVEL_HIGH = 10;

export interface BoardScale {
  width: number;
  /** Half the width of the gap in the middle, where the cue's name stands. */
  gap: number;
  /** How far from the middle a cue without sides reaches. */
  centre: number;
}

/** Keeps a level on the scale: estimates can lie a little lighter than 1. */
export function onScale(level: number): number {
  return Math.min(Math.max(level, LEVEL_LOW), LEVEL_HIGH);
}

/** Where a level lies: from the inner edge (level 1) outward. */
export function levelX(scale: BoardScale, side: "left" | "right", level: number): number {
  const middle = scale.width / 2;
  const reach = middle - scale.gap - EDGE;
  const share = (onScale(level) - LEVEL_LOW) / (LEVEL_HIGH - LEVEL_LOW);
  const distance = scale.gap + INNER + share * (reach - INNER);
  return side === "left" ? middle - distance : middle + distance;
}

/** Where a level of a cue without sides lies, between the two sides. */
export function centreX(scale: BoardScale, level: number): number {
  const share = (onScale(level) - LEVEL_LOW) / (LEVEL_HIGH - LEVEL_LOW);
  return scale.width / 2 - scale.centre + 2 * scale.centre * share;
}

const EDGE = 14;
const INNER = 14;
