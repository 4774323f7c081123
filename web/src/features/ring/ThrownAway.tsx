// What was thrown away can be brought back for a day.
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { dropDraft, readDraft } from "../../shared/outbox/database";
import { text } from "../../shared/text/en";
import { bringBack, canBringBack, type Thrown, thrownKey } from "./forgotten";
import { makeStamp, type Ring } from "./useRing";

export function ThrownAway({ horse, ring }: { horse: string; ring: Ring }) {
  const [thrown, setThrown] = useState<Thrown | null>(null);
  useEffect(() => {
    let current = true;
    void readDraft<Thrown>(thrownKey(horse)).then((found) => {
      if (!found) return;
      if (!canBringBack(found, new Date().toISOString())) void dropDraft(thrownKey(horse));
      else if (current) setThrown(found);
    });
    return () => {
      current = false;
    };
  }, [horse]);
  if (!thrown) return null;
  const restore = async () => {
    await dropDraft(thrownKey(horse));
    ring.begin(thrown.draft);
    ring.change(() => bringBack(thrown, makeStamp));
  };
  return (
    <p role="status">
      {text.ring.thrown(thrown.draft.date)}{" "}
      <Button onClick={() => void restore()}>{text.ring.bringBack}</Button>
    </p>
  );
}
