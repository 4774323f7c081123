// The way as a table, for whoever does not see the drawing.
import type { Layout } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import { DataTable } from "../../shared/ui/DataTable";
import { ScrollBox } from "../../shared/ui/ScrollBox";
import { Closed } from "./Closed";

export function WayTable({ layout }: { layout: Layout }) {
  return (
    <Closed title={ground.table}>
      <ScrollBox label={ground.table}>
        <DataTable columns={ground.pieceColumns}>
          {layout.path.pieces.map((piece, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a piece is known by its place in the way
            <tr key={n}>
              <th scope="row">
                {n + 1} {piece.kind === "arc" ? ground.pieces.arc : ground.pieces.line}
              </th>
              <td>{ground.legend[piece.gait as keyof typeof ground.legend]}</td>
              <td>{piece.said}</td>
              <td>{piece.turn_said}</td>
            </tr>
          ))}
        </DataTable>
      </ScrollBox>
    </Closed>
  );
}
