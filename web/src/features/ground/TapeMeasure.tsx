// The tape table, and a list to tick off while it is laid out; what is ticked stays on the device.
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { useState } from "react";
import type { Layout, TapeTable } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import styles from "./GroundPage.module.css";
import { useTicks } from "./useTicks";

interface Props {
  layout: Layout;
  place: string;
}

type From = "corners" | "markers";

export function TapeMeasure({ layout, place }: Props) {
  const [from, setFrom] = useState<From>("corners");
  const tables: Record<From, TapeTable | null | undefined> = {
    corners: layout.corners_table,
    markers: layout.markers_table,
  };
  const offered = (["corners", "markers"] as const).filter((one) => tables[one]);
  const chosen = tables[from] ?? (offered[0] ? tables[offered[0]] : null);
  if (!chosen) return null;
  return (
    <section className={styles.tape}>
      <h2>{ground.tape}</h2>
      {offered.length > 1 ? (
        <div className="no-print">
          {offered.map((one) => (
            <Button
              key={one}
              size="small"
              variant={one === from ? "contained" : "outlined"}
              aria-pressed={one === from}
              onClick={() => setFrom(one)}
            >
              {ground.tapeFrom[one]}
            </Button>
          ))}
        </div>
      ) : null}
      <p className={styles.soft}>{chosen.how}</p>
      <p>{ground.apart(chosen.first.name, chosen.second.name, chosen.apart_said)}</p>
      <Rows table={chosen} layout={layout} place={place} hasHands={chosen !== tables.corners} />
    </section>
  );
}

interface RowsProps extends Props {
  table: TapeTable;
  /** Does one have to know on which side it stands? */
  hasHands: boolean;
}

function Rows({ table, layout, place, hasHands }: RowsProps) {
  const [ticked, tick, clear] = useTicks(`tape/${place}/${layout.setup}/${layout.mirrored}`);
  const done = table.rows.filter((row) => ticked.includes(mark(row))).length;
  return (
    <>
      <table className={styles.tapeTable}>
        <thead>
          <tr>
            <th scope="col">{ground.toCorner}</th>
            <th scope="col">{table.first.name}</th>
            <th scope="col">{table.second.name}</th>
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => (
            <tr key={row.marker} data-row={row.marker} data-done={ticked.includes(mark(row))}>
              <th scope="row">
                <FormControlLabel
                  className={styles.tick ?? ""}
                  label={
                    <>
                      {row.name}
                      {hasHands ? <small>{ground.hands[row.hand]}</small> : null}
                    </>
                  }
                  control={
                    <Checkbox
                      checked={ticked.includes(mark(row))}
                      onChange={(_, isOn) => tick(mark(row), isOn)}
                    />
                  }
                />
              </th>
              <td>{row.first_said}</td>
              <td>{row.second_said}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="no-print" role="status">
        {ground.standing(done, table.rows.length)}
        {done > 0 ? <Button onClick={clear}>{ground.clearTicks}</Button> : null}
      </p>
    </>
  );
}

/** A marker that lies elsewhere by now stands no more. */
const mark = (row: TapeTable["rows"][number]) =>
  `${row.marker} ${row.first_m.toFixed(2)} ${row.second_m.toFixed(2)}`;
