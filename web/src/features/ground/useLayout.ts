// What is laid out: as the server answers; while a marker is dragged, as it would lie. What cannot be leaves the
// last one standing.
import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api } from "../../shared/api/client";
import { horseGroundQuery, type LayoutWish, layoutQuery } from "../../shared/api/queries";
import type { Layout } from "../../shared/api/types";
import type { Spot } from "./arenaGeometry";
import type { Change, GroundAddress, Typed } from "./useGroundAddress";

export interface LaidOut {
  layout: Layout | undefined;
  error: unknown;
  retry: () => void;
  /** A marker is on its way. */
  drag: (marker: string, to: Spot) => void;
  /** It was let go, or moved by a key. */
  drop: (marker: string, to: Spot) => Promise<Layout | undefined>;
}

export function useLayout(address: GroundAddress, change: Change): LaidOut {
  const { place, setup, step, horse, mirrored, feet, typed } = address;
  const ofHorse = useQuery({
    ...horseGroundQuery(horse, place, setup, step),
    enabled: horse !== "",
  });
  const values = JSON.stringify({ ...ofHorse.data?.values, ...typed });
  const wish: LayoutWish = { place, setup, mirrored, feet, values };
  const isKnown = horse === "" || !ofHorse.isPending;
  const found = useQuery({ ...layoutQuery(wish), enabled: isKnown });
  const [preview, ask] = usePreview(wish);
  const [layout, keep] = useLastGood(`${place} ${setup}`, preview ?? found.data);
  const drop = async (marker: string, to: Spot) => {
    const dropped = await ask(marker, to, true);
    if (!dropped) return undefined;
    keep(dropped);
    change((now) => ({ typed: { ...ofTheHorse(dropped, now.typed), ...setOf(dropped) } }));
    return dropped;
  };
  return {
    layout,
    error: found.error,
    retry: () => void found.refetch(),
    drag: (marker, to) => void ask(marker, to, false),
    drop,
  };
}

/**
 * The last layout of the same set-up and place that could be laid out. One that is kept stands until another is
 * answered: a marker that was let go does not jump back while its numbers are asked for.
 */
function useLastGood(
  key: string,
  laid: Layout | undefined,
): [Layout | undefined, (layout: Layout) => void] {
  const last = useRef<{ key: string; layout: Layout } | null>(null);
  const keep = (layout: Layout) => {
    last.current = { key, layout };
  };
  if (laid) keep(laid);
  return [laid ?? (last.current?.key === key ? last.current.layout : undefined), keep];
}

type Ask = (marker: string, to: Spot, isLast: boolean) => Promise<Layout | undefined>;

/** One question at a time: of those that come meanwhile only the newest is asked. */
function usePreview(wish: LayoutWish): [Layout | null, Ask] {
  const [preview, setPreview] = useState<{ of: string; layout: Layout } | null>(null);
  const latest = useRef(0);
  const busy = useRef(false);
  const of = JSON.stringify(wish);
  const ask: Ask = async (marker, to, isLast) => {
    if (busy.current && !isLast) return undefined;
    latest.current += 1;
    const mine = latest.current;
    busy.current = true;
    try {
      const query = { ...wish, marker, x_m: to.x, y_m: to.y };
      const layout = await api.get("/api/ground/layout", { params: { query } });
      if (mine === latest.current) setPreview({ of, layout });
      return layout;
    } catch {
      // It stays where it could be; let go where it cannot, it goes back to what is typed. What is wrong is said of
      // what is typed, not of where a finger passed.
      if (isLast && mine === latest.current) setPreview(null);
      return undefined;
    } finally {
      if (mine === latest.current) busy.current = false;
    }
  };
  return [preview?.of === of ? preview.layout : null, ask];
}

/** What was typed of the horse in it, which no dragging changes. */
function ofTheHorse(layout: Layout, typed: Typed): Typed {
  const keys = layout.parameters
    .filter((one) => one.group === "horse")
    .flatMap((one) => [one.key, one.sets]);
  return Object.fromEntries(Object.entries(typed).filter(([key]) => keys.includes(key)));
}

/** What is set of the set-up and of where it lies, number by number. */
function setOf(layout: Layout): Typed {
  const set = layout.parameters.filter((one) => one.is_set && one.group !== "horse");
  return Object.fromEntries(set.map((one) => [one.key, one.value]));
}
