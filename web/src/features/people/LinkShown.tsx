// A link that was just made: shown once, to be handed on.
import Button from "@mui/material/Button";
import type { LinkMade } from "../../shared/api/types";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { CopyAddress } from "../../shared/ui/CopyAddress";
import styles from "./People.module.css";

export function LinkShown({ made, onClose }: { made: LinkMade; onClose: () => void }) {
  const label = text.people.linkFor(made.link.name);
  return (
    <section className={styles.made} role="status">
      <h2>{label}</h2>
      <p>
        {text.people.linkOnce} {made.mailed ? text.people.mailed : ""}
      </p>
      <CopyAddress address={made.address} label={label}>
        <Button onClick={onClose}>{text.shell.close}</Button>
      </CopyAddress>
      <p className={styles.soft}>{text.people.until(moment(made.link.ends_at))}</p>
    </section>
  );
}
