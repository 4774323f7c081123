import { useQuery } from "@tanstack/react-query";
import { horsesQuery } from "../../shared/api/queries";
import styles from "./People.module.css";

interface Props {
  legend: string;
  chosen: readonly string[];
  onChange: (horses: string[]) => void;
}

/** Some of the yard's horses. */
export function HorseTicks({ legend, chosen, onChange }: Props) {
  const horses = useQuery(horsesQuery);
  const toggle = (horse: string, isOn: boolean) =>
    onChange(isOn ? [...chosen, horse] : chosen.filter((one) => one !== horse));
  return (
    <fieldset className={styles.ticks}>
      <legend>{legend}</legend>
      {horses.data?.horses.map(({ id, name }) =>
        id ? (
          <label key={id} className={styles.tick}>
            <input
              type="checkbox"
              checked={chosen.includes(id)}
              onChange={(event) => toggle(id, event.target.checked)}
            />
            {name}
          </label>
        ) : null,
      )}
    </fieldset>
  );
}
