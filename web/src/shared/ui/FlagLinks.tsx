// The open flags of a horse, each a way to its own panel.
import { Link } from "react-router";
import type { OpenFlag } from "../api/types";
import styles from "./FlagLinks.module.css";

interface Props {
  horse: string;
  flags: OpenFlag[];
  /** With what was seen and what to have looked at. */
  inFull?: boolean;
}

export function FlagLinks({ horse, flags, inFull = false }: Props) {
  if (flags.length === 0) return null;
  return (
    <ul className={styles.flags}>
      {flags.map((flag) => (
        <li key={flag.code}>
          <Link to={`/horses/${horse}/flags`} className={styles.flag}>
            ⚑ {inFull ? flag.words : flag.name}
          </Link>
          {inFull ? (
            <p>
              {flag.say} {flag.holds_back_words}
            </p>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
