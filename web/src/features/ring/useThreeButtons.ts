// Three buttons in place of the wedge, for whoever rides and logs: a habit of this device.
import { useSyncExternalStore } from "react";

const KEY = "ring.three-buttons";
const listeners = new Set<() => void>();

const isOn = () => localStorage.getItem(KEY) === "1";

function listen(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useThreeButtons(): [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore(listen, isOn);
  const turn = (next: boolean) => {
    localStorage.setItem(KEY, next ? "1" : "0");
    for (const listener of listeners) listener();
  };
  return [on, turn];
}
