// Of which days the report is, what goes in, what the trainer adds: days and parts stand in the address, the
// trainer's own words are kept on the device until they are changed.
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { ReportWish } from "../../shared/api/queries";
import type { ReportPart } from "../../shared/api/types";
import { useKeptText } from "../../shared/outbox/useKeptText";

const NOTHING = { text: "", edition: null };

export interface WishedReport {
  wish: ReportWish;
  paragraph: string;
  setDay: (key: "first" | "last", value: string) => void;
  turn: (part: ReportPart, isIn: boolean) => void;
  write: (paragraph: string) => void;
}

export function useReportWish(horse: string): WishedReport {
  const [search, setSearch] = useSearchParams();
  const { kept, write } = useKeptText(`report-${horse}`, NOTHING);
  const wish = useMemo(() => {
    const days = (["first", "last"] as const).flatMap((key) =>
      search.get(key) ? [[key, search.get(key)] as const] : [],
    );
    const without = search.getAll("without") as ReportPart[];
    return {
      ...Object.fromEntries(days),
      ...(without.length > 0 ? { without } : {}),
    } as ReportWish;
  }, [search]);
  const change = (make: (next: URLSearchParams) => void) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        make(next);
        return next;
      },
      { replace: true },
    );
  return {
    wish,
    paragraph: kept?.text ?? "",
    setDay: (key, value) => change((next) => (value ? next.set(key, value) : next.delete(key))),
    turn: (part, isIn) =>
      change((next) => (isIn ? next.delete("without", part) : next.append("without", part))),
    write,
  };
}
