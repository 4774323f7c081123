/** Minutes of a plan, to the half: "½", "1½", "2". */
export function halves(minutes: number): string {
  const twice = Math.round(minutes * 2);
  const whole = Math.floor(twice / 2);
  return twice % 2 === 0 ? String(whole) : `${whole || ""}½`;
}
