import { Link } from "react-router";
import type { TrackEstimate } from "../../shared/api/types";
import { sheet as words } from "../../shared/text/en.sheet";
import { DataTable } from "../../shared/ui/DataTable";
import { Figures } from "../../shared/ui/Figures";
import styles from "./SheetPage.module.css";

interface Props {
  horse: string;
  estimates: TrackEstimate[];
  /** The columns of the exact figures. */
  exact: string[];
  /** What they are of, for who hears the page. */
  of: string;
}

/** What stands behind the drawings, in words with the asks it rests on; the exact figures below. */
export function EstimateTable({ horse, estimates, exact, of }: Props) {
  return (
    <div className={styles.scroll}>
      <DataTable columns={words.columns}>
        {estimates.map((one) => (
          <tr key={one.step + one.side}>
            <th scope="row">
              <Link to={`/horses/${horse}/sheet/${one.step}`}>{one.name}</Link>
            </th>
            <td>{side(one)}</td>
            <td>{one.words}</td>
            <td>{words.basis(one.asks, one.days)}</td>
            <td>{one.state}</td>
          </tr>
        ))}
      </DataTable>
      <Figures of={of}>
        <DataTable columns={[...words.columns.slice(0, 2), ...exact]}>
          {estimates.map((one) => (
            <tr key={one.step + one.side}>
              <th scope="row">{one.name}</th>
              <td>{side(one)}</td>
              <td>
                {one.mean !== null ? shown(one.mean) : `${Math.round((one.share ?? 0) * 100)} %`}
              </td>
              <td>
                {one.low !== null && one.high !== null
                  ? `${shown(one.low)}–${shown(one.high)}`
                  : `${Math.round((one.share_low ?? 0) * 100)}–${Math.round((one.share_high ?? 0) * 100)} %`}
              </td>
              <td>{one.p_first.toFixed(2)}</td>
            </tr>
          ))}
        </DataTable>
      </Figures>
    </div>
  );
}

const side = (one: TrackEstimate) => (one.side === "none" ? "–" : one.side);

/** Estimates can lie a little lighter than the scale's first level; they are shown on it. */
const shown = (level: number) => Math.max(level, 1).toFixed(1);
