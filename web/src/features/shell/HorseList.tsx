import { useQuery } from "@tanstack/react-query";
import { NavLink } from "react-router";
import { horsesQuery } from "../../shared/api/queries";
import { text } from "../../shared/text/en";
import styles from "./Shell.module.css";

export function HorseList({ onChoose }: { onChoose: () => void }) {
  const horses = useQuery(horsesQuery);
  if (!horses.data) return null;
  if (horses.data.horses.length === 0) return <p className={styles.none}>{text.shell.noHorses}</p>;
  return (
    <ul className={styles.horses} aria-label={text.shell.horses}>
      {horses.data.horses.map((horse) => (
        <li key={horse.id}>
          <NavLink to={`/horses/${horse.id}`} className={styles.row ?? ""} onClick={onChoose}>
            <span className={styles.rowName}>{horse.name}</span>
            <span className={styles.rowFacts}>{horse.work}</span>
            <span className={styles.rowFacts}>
              {[horse.days_off_words, horse.age_short].filter(Boolean).join(" · ")}
            </span>
          </NavLink>
        </li>
      ))}
    </ul>
  );
}
