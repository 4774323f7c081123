// Side beside side, as a picture or in a table, with what it says, what wants attention, and what it rests on.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRef, useState } from "react";
import type { BoardRow, TrackEstimate } from "../../shared/api/types";
import { SaveMenu } from "../../shared/chart/SaveMenu";
import { SidesBoard } from "../../shared/drawing/SidesBoard";
import { sheet as words } from "../../shared/text/en.sheet";
import { Empty } from "../../shared/ui/StateView";
import { EstimateTable } from "./EstimateTable";
import styles from "./SheetPage.module.css";
import type { SheetProps } from "./sheetProps";

export function SheetBoard({ horse, sheet }: SheetProps) {
  if (sheet.board.length === 0) return <Empty>{words.empty}</Empty>;
  return (
    <section className={styles.board}>
      <Sides horse={horse} sheet={sheet} />
      {sheet.sentences.map((sentence, place) => (
        <p key={sentence} className={place === 0 ? styles.claim : styles.soft}>
          {sentence}
        </p>
      ))}
      <Wanting rows={sheet.board} />
      <Changes rows={sheet.board} />
      <p className={styles.soft}>{sheet.limits}</p>
      {sheet.shares.length > 0 ? (
        <details className={styles.shares}>
          <summary>{words.shares}</summary>
          <EstimateTable
            exact={sheet.exact_columns}
            horse={horse}
            estimates={sheet.shares}
            of={words.shares}
          />
        </details>
      ) : null}
    </section>
  );
}

type Order = "ladder" | "attention";
/** So many of what wants attention are in sight at once. */
const SHOWN = 5;
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

function Sides({ horse, sheet }: SheetProps) {
  const [asTable, setAsTable] = useState(false);
  const [order, setOrder] = useState<Order>("ladder");
  const rows = order === "ladder" ? sheet.board : byAttention(sheet.board);
  const estimates = rows.flatMap((row) =>
    [row.left, row.right, row.both].flatMap((one) => (one ? [one] : [])),
  );
  const box = useRef<HTMLDivElement>(null);
  return (
    <>
      <div className={styles.boardHead}>
        <h2>{words.sides}</h2>
        <TextField
          select
          fullWidth={false}
          size="small"
          label={words.sort}
          value={order}
          slotProps={NATIVE}
          className={styles.order ?? ""}
          onChange={(event) => setOrder(event.target.value as Order)}
        >
          <option value="ladder">{words.byLadder}</option>
          <option value="attention">{words.byAttention}</option>
        </TextField>
        <Button size="small" onClick={() => setAsTable(!asTable)}>
          {asTable ? words.picture : words.table}
        </Button>
        <SaveMenu name="sides" title={words.sides} table={asRows(estimates)} box={box} />
      </div>
      {asTable ? (
        <EstimateTable
          exact={sheet.exact_columns}
          horse={horse}
          estimates={estimates}
          of={words.sides}
        />
      ) : (
        <div ref={box}>
          <SidesBoard horse={horse} rows={rows} />
          <p className={styles.soft}>{sheet.legend}</p>
        </div>
      )}
    </>
  );
}

const asRows = (estimates: TrackEstimate[]) => ({
  columns: words.columns,
  rows: estimates.map((one) => ({
    cells: [one.name, one.side, one.words, words.basis(one.asks, one.days), one.state],
    session: null,
    step: one.step,
  })),
});

/** The most urgent first; what wants none keeps the ladder's order. */
const byAttention = (rows: BoardRow[]) => [...rows].sort((a, b) => b.attention - a.attention);

/** Each cue that wants attention, and why; what changed in four weeks beside it. */
function Wanting({ rows }: { rows: BoardRow[] }) {
  const wanting = byAttention(rows).filter((row) => row.attention > 0);
  const rest = wanting.slice(SHOWN);
  return (
    <section>
      <h3>{words.wants}</h3>
      {wanting.length === 0 ? <p className={styles.soft}>{words.nothingWants}</p> : null}
      <WantingList rows={wanting.slice(0, SHOWN)} />
      {rest.length > 0 ? (
        <details className={styles.shares}>
          <summary>{words.more(rest.length)}</summary>
          <WantingList rows={rest} />
        </details>
      ) : null}
    </section>
  );
}

/** Each cue against four weeks ago; nothing while none was asked that long. */
function Changes({ rows }: { rows: BoardRow[] }) {
  const changed = rows.filter((row) => row.change);
  if (changed.length === 0) return null;
  return (
    <details className={styles.shares}>
      <summary>{words.changes}</summary>
      <ul className={styles.wanting}>
        {changed.map((row) => (
          <li key={row.step}>
            <strong>{row.name}</strong>: {row.change}
          </li>
        ))}
      </ul>
    </details>
  );
}

function WantingList({ rows }: { rows: BoardRow[] }) {
  return (
    <ul className={styles.wanting}>
      {rows.map((row) => (
        <li key={row.step}>
          <strong>{row.name}</strong>, {row.stage}: {row.attention_words}
          {row.farther ? <span className={styles.soft}> ({row.farther})</span> : null}
        </li>
      ))}
    </ul>
  );
}
