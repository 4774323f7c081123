import { useEffect, useState } from "react";

/** Whole seconds since a moment, looked at again every so many of them; null without one. */
export function useSecondsSince(moment: string | null | undefined, every = 1): number | null {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!moment) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), every * 1000);
    return () => clearInterval(timer);
  }, [moment, every]);
  return moment ? Math.max(0, Math.floor((now - Date.parse(moment)) / 1000)) : null;
}

export function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
