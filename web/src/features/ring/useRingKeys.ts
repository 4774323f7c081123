import { useEffect, useRef } from "react";

interface RingKeys {
  choose: (place: number) => void;
  alarmed: () => void;
  toggle: (name: "none" | "tight" | "over" | "wrong") => void;
  switchSide: () => void;
  undo: () => void;
  next: () => void;
  help: () => void;
}

const TOGGLES = { n: "none", t: "tight", l: "over", w: "wrong" } as const;
const BUSY = "input, select, textarea, [contenteditable], [role=dialog]";

/** Keys for a keyboard or a clicker; they rest while something is typed or a dialog is open. */
export function useRingKeys(keys: RingKeys): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const target = event.target as Element | null;
      if (target?.closest?.(BUSY) || document.querySelector("[role=dialog]")) return;
      // Enter on a focused button presses that button, as everywhere.
      if (event.key === "Enter" && target?.closest?.("button, a, summary")) return;
      if (act(latest.current, event.key)) event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

function act(keys: RingKeys, key: string): boolean {
  if (/^[0-9]$/.test(key)) keys.choose(key === "0" ? 9 : Number(key) - 1);
  else if (key in TOGGLES) keys.toggle(TOGGLES[key as keyof typeof TOGGLES]);
  else if (key === "a") keys.alarmed();
  else if (key === "s") keys.switchSide();
  else if (key === "u") keys.undo();
  else if (key === "Enter") keys.next();
  else if (key === "?") keys.help();
  else return false;
  return true;
}
