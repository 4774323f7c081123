// A file of what could not be sent from a device: it is sent from this one.
import Button from "@mui/material/Button";
import { useState } from "react";
import { type Aside, readAside } from "../../shared/outbox/aside";
import { useOutbox } from "../../shared/outbox/OutboxProvider";
import { exchangeText as text } from "../../shared/text/en.exchange";
import styles from "./Exchange.module.css";

export function useAside() {
  const outbox = useOutbox();
  const [aside, setAside] = useState<Aside[] | null>(null);
  const [isSent, setSent] = useState(false);
  return {
    aside,
    isSent,
    /** Is a file one of these? Then it is looked at; any other is for somebody else. */
    choose: async (file: File): Promise<boolean> => {
      const found = readAside(await file.text());
      setAside(found);
      setSent(false);
      return found !== null;
    },
    send: async () => {
      for (const [horse, items] of byHorse(aside ?? [])) await outbox.put(horse, items);
      setAside(null);
      setSent(true);
    },
  };
}

function byHorse(aside: Aside[]): Map<string, Aside["item"][]> {
  const found = new Map<string, Aside["item"][]>();
  for (const { horse, item } of aside) found.set(horse, [...(found.get(horse) ?? []), item]);
  return found;
}

export function AsideView({ count, onSend }: { count: number; onSend: () => void }) {
  return (
    <div className={styles.arriving}>
      <p className={styles.lead}>{text.unsent(count)}</p>
      <div>
        <Button variant="contained" onClick={onSend}>
          {text.sendFromHere}
        </Button>
      </div>
    </div>
  );
}
