// Pure geometry of the pressure wedge: bars of equal width whose tops climb from left to right.

export interface Bar {
  x: number;
  width: number;
  /** Height of the left and of the right end of the bar's sloping top. */
  leftHeight: number;
  rightHeight: number;
}

const GAP = 3;
/** Height of the lightest end as a share of the loudest. */
const LOW_END = 0.3;

export function wedgeBars(count: number, width: number, height: number): Bar[] {
  const slot = width / count;
  const rise = (at: number) => height * (LOW_END + (1 - LOW_END) * at);
  return Array.from({ length: count }, (_, place) => ({
    x: place * slot + GAP / 2,
    width: slot - GAP,
    leftHeight: rise(place / count),
    rightHeight: rise((place + 1) / count),
  }));
}

export function barPath(bar: Bar, height: number): string {
  const { x, width } = bar;
  return `M${x} ${height} L${x} ${height - bar.leftHeight} L${x + width} ${height - bar.rightHeight} L${x + width} ${height} Z`;
}
