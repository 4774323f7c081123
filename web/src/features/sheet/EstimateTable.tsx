import { Link } from "react-router";
import type { TrackEstimate } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { DataTable } from "../../shared/ui/DataTable";
import styles from "./SheetPage.module.css";

/** The figures behind the drawings, with the doubt and the number of asks of each. */
export function EstimateTable({ horse, estimates }: { horse: string; estimates: TrackEstimate[] }) {
  return (
    <div className={styles.scroll}>
      <DataTable columns={text.sheet.columns}>
        {estimates.map((one) => (
          <tr key={one.step + one.side}>
            <th scope="row">
              <Link to={`/horses/${horse}/sheet/${one.step}`}>{one.name}</Link>
            </th>
            <td>{one.side === "none" ? "–" : one.side}</td>
            <td>
              {one.mean !== null ? shown(one.mean) : `${Math.round((one.share ?? 0) * 100)} %`}
            </td>
            <td>
              {one.low !== null && one.high !== null
                ? `${shown(one.low)}–${shown(one.high)}`
                : `${Math.round((one.share_low ?? 0) * 100)}–${Math.round((one.share_high ?? 0) * 100)} %`}
            </td>
            <td>{one.p_first.toFixed(2)}</td>
            <td>{text.sheet.basis(one.asks, one.days)}</td>
            <td>{one.state}</td>
          </tr>
        ))}
      </DataTable>
    </div>
  );
}

/** Estimates can lie a little lighter than the scale's first level; they are shown on it. */
function shown(level: number): string {
  return Math.max(level, 1).toFixed(1);
}
