// What is laid out stands in the address, with every number as it was typed: it can be kept, sent and gone back to.
import { useRef } from "react";
import { useSearchParams } from "react-router";
import type { Ground } from "../../shared/api/types";
import { readsImperial } from "../../shared/text/reader";

/** Numbers by their keys, as they were typed. */
export type Typed = Record<string, string | number>;

export interface GroundAddress {
  place: string;
  setup: string;
  mirrored: boolean;
  feet: boolean;
  horse: string;
  step: string;
  typed: Typed;
}

type Changed = Partial<GroundAddress>;

/** What changes; of what hangs on what stands there, from what it is by then. */
export type Change = (change: Changed | ((now: GroundAddress) => Changed)) => void;

export function useGroundAddress(ground: Ground): [GroundAddress, Change] {
  const [search, setSearch] = useSearchParams();
  const now = read(search, ground);
  // Two changes may come before the first is drawn: the second goes on from the first, and none is lost.
  const latest = useRef({ of: "", address: now });
  if (latest.current.of !== search.toString())
    latest.current = { of: search.toString(), address: now };
  const change: Change = (changed) => {
    const before = latest.current.address;
    const address = { ...before, ...(typeof changed === "function" ? changed(before) : changed) };
    latest.current = { ...latest.current, address };
    setSearch(written(address), { replace: true });
  };
  return [now, change];
}

function read(search: URLSearchParams, ground: Ground): GroundAddress {
  return {
    place: search.get("place") ?? ground.places[0]?.id ?? "",
    setup: search.get("setup") ?? ground.set_ups[0]?.code ?? "",
    mirrored: search.get("mirrored") === "1",
    feet: (search.get("feet") ?? (readsImperial() ? "1" : "")) === "1",
    horse: search.get("horse") ?? "",
    step: search.get("step") ?? "",
    typed: typedIn(search.get("values")),
  };
}

function typedIn(raw: string | null): Typed {
  if (raw === null) return {};
  try {
    const found: unknown = JSON.parse(raw);
    return typeof found === "object" && found !== null && !Array.isArray(found)
      ? (found as Typed)
      : {};
  } catch {
    return {};
  }
}

function written(address: GroundAddress): URLSearchParams {
  const { place, setup, mirrored, feet, horse, step, typed } = address;
  const all = {
    place,
    setup,
    mirrored: mirrored ? "1" : "",
    feet: feet === readsImperial() ? "" : feet ? "1" : "0",
    horse,
    step,
    values: Object.keys(typed).length > 0 ? JSON.stringify(typed) : "",
  };
  return new URLSearchParams(Object.entries(all).filter(([, value]) => value !== ""));
}

/** The address of a set-up, laid out for a horse's step. */
export function groundLink(
  horse: string,
  step: string | null | undefined,
  setup: string,
  place?: string | null,
): string {
  const search = new URLSearchParams({ setup, horse });
  if (place) search.set("place", place);
  if (step) search.set("step", step);
  return `/ground?${search}`;
}
