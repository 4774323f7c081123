// What was seen of a horse in this place, in words, rein by rein.
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { horseGroundQuery, horsesQuery } from "../../shared/api/queries";
import { ground } from "../../shared/text/en.ground";
import { May } from "../../shared/ui/May";
import styles from "./GroundPage.module.css";
import type { Change, GroundAddress } from "./useGroundAddress";

interface Props {
  address: GroundAddress;
  change: Change;
}

export function SeenList(props: Props) {
  return (
    <May to="read">
      <Seen {...props} />
    </May>
  );
}

function Seen({ address, change }: Props) {
  const { horse, place, setup, step } = address;
  const horses = useQuery(horsesQuery).data?.horses ?? [];
  const found = useQuery({ ...horseGroundQuery(horse, place, setup, step), enabled: horse !== "" });
  const name = horses.find((one) => one.id === horse)?.name ?? "";
  const seen = found.data?.seen;
  return (
    <section className={styles.seen}>
      <TextField
        select
        size="small"
        className="no-print"
        label={ground.horseChoice}
        value={horses.some((one) => one.id === horse) ? horse : ""}
        slotProps={{ inputLabel: { shrink: true }, select: { native: true } }}
        onChange={({ target }) => change({ horse: target.value, step: "" })}
      >
        <option value="">{ground.noHorse}</option>
        {horses.map((one) => (
          <option key={one.id} value={one.id ?? ""}>
            {one.name}
          </option>
        ))}
      </TextField>
      {seen && name ? (
        <>
          <h2>{ground.seenTitle(name)}</h2>
          {seen.words ? <p className={styles.soft}>{seen.words}</p> : null}
          <ul className={styles.seenRows}>
            {seen.seen.map((one) => (
              <li key={one.words} data-seen={one.kind}>
                {one.words}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
