// Something typed in a sheet: kept when it is left, however that happens, and not letter by letter.
import { useEffect, useRef, useState } from "react";

/** @param onKeep hears what was typed, where it is another than before. */
export function useTyped(before: string, onKeep: (typed: string) => void) {
  const [typed, setTyped] = useState(before);
  const leave = useRef(() => {});
  leave.current = () => {
    if (typed.trim() !== before) onKeep(typed.trim());
  };
  useEffect(() => () => leave.current(), []);
  return { typed, setTyped, onBlur: () => leave.current() };
}
