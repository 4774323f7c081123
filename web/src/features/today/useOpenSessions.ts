import { useEffect, useState } from "react";
import { draftKeys } from "../../shared/outbox/database";

const PREFIX = "ring:";

/** Horses with a session in progress on this device. */
export function useOpenSessions(): ReadonlySet<string> {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    let current = true;
    void draftKeys().then((keys) => {
      const horses = keys.filter((key) => key.startsWith(PREFIX));
      if (current) setOpen(new Set(horses.map((key) => key.slice(PREFIX.length))));
    });
    return () => {
      current = false;
    };
  }, []);
  return open;
}
