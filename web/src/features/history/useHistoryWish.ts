// What is wanted of the sessions stands in the address, so that every figure can lead to what is behind it.
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { StripWish } from "../../shared/api/queries";

const KEYS = [
  "search",
  "kind",
  "place",
  "rider",
  "exercise",
  "fault",
  "event",
  "unusual",
  "first",
  "last",
] as const;

export type WishKey = (typeof KEYS)[number];

export function useHistoryWish() {
  const [search, setSearch] = useSearchParams();
  const wish = useMemo(() => {
    const said = KEYS.flatMap((key) => (search.get(key) ? [[key, search.get(key)] as const] : []));
    return Object.fromEntries(said) as StripWish;
  }, [search]);
  const change = (key: WishKey, value: string) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  return { wish, change, clear: () => setSearch({}, { replace: true }) };
}
