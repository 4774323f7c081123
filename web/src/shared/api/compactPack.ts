// A pack comes with what its coaches have in common once; here each part goes back to its place.
import type { CompactPack, CompiledCoach, RingPack } from "./types";

export function putTogether({ pack, coaches, parts }: CompactPack): RingPack {
  const whole = coaches.map(({ own, shared }) => ({
    ...own,
    ...Object.fromEntries(Object.entries(shared).map(([name, place]) => [name, parts[place]])),
  }));
  return { ...pack, coaches: whole as unknown as CompiledCoach[] };
}

/** As it would be sent, nothing in common: for tests. */
export function taken(pack: RingPack): CompactPack {
  const coaches = pack.coaches.map((own) => ({ own: { ...own }, shared: {} }));
  return { pack: { ...pack, coaches: [] }, coaches, parts: [] };
}
