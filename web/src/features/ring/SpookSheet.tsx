// At what it spooked, on which way, and where it went among others: large targets, the horse's own first.
import Drawer from "@mui/material/Drawer";
import type { RingPack } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./MoreSheet.module.css";
import type { Details } from "./ringDraft";
import { Target } from "./Target";

interface Props {
  choices: RingPack["spook"];
  details: Details | null;
  open: boolean;
  onSay: (details: Partial<Details>) => void;
  onClose: () => void;
}

export function SpookSheet({ choices, details, open, onSay, onClose }: Props) {
  const spots = (details?.spot ?? "").split(", ").filter(Boolean);
  /** One of each group, or none of it. */
  const toggleSpot = (group: readonly string[], spot: string) => {
    const others = spots.filter((one) => !group.includes(one));
    const chosen = spots.includes(spot) ? others : [...others, spot];
    onSay({ spot: chosen.join(", ") || null });
  };
  return (
    <Drawer
      anchor="bottom"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { className: styles.sheet ?? "" } }}
    >
      <h2>{text.ring.spook.at}</h2>
      <Group
        words={choices.things}
        chosen={details?.thing ? [details.thing] : []}
        onTap={(thing) => onSay({ thing: details?.thing === thing ? null : thing })}
      />
      <h2>{text.ring.spook.way}</h2>
      {[choices.ways, choices.places].map((group) => (
        <Group
          key={group.join()}
          words={group}
          chosen={spots}
          onTap={(spot) => toggleSpot(group, spot)}
        />
      ))}
      <button type="button" className={styles.close} onClick={onClose}>
        {text.shell.close}
      </button>
    </Drawer>
  );
}

interface GroupProps {
  words: readonly string[];
  chosen: string[];
  onTap: (one: string) => void;
}

function Group({ words, chosen, onTap }: GroupProps) {
  return (
    <div className={styles.grid}>
      {words.map((one) => (
        <Target key={one} words={one} on={chosen.includes(one)} onClick={() => onTap(one)} />
      ))}
    </div>
  );
}
