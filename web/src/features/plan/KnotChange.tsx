// What a trainer changes of one knot: the side first, how often, its place, or the knot itself.
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { PlanItem } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import styles from "./KnotChange.module.css";
import { knotName } from "./knotName";
import type { PlanAction } from "./planDraft";

interface Props {
  item: PlanItem;
  /** Fewest and most asks a side; null: of this knot nothing but its place may be changed. */
  asksRange: [number, number] | null;
  /** Ids of the knots as they are shown. */
  shown: string[];
  act: (action: PlanAction) => void;
  onSwap: (item: PlanItem) => void;
}

export function KnotChange({ item, asksRange, shown, act, onSwap }: Props) {
  const name = knotName(item);
  const move = (by: -1 | 1) => act({ type: "move", id: item.id, by, shown });
  return (
    <div className={`${styles.change} no-print`} data-change>
      {asksRange ? <Dose item={item} range={asksRange} act={act} /> : null}
      <div className={styles.row}>
        <Button
          size="small"
          aria-label={text.plan.moveName(name, text.plan.earlier.toLowerCase())}
          onClick={() => move(-1)}
        >
          {text.plan.earlier}
        </Button>
        <Button
          size="small"
          aria-label={text.plan.moveName(name, text.plan.later.toLowerCase())}
          onClick={() => move(1)}
        >
          {text.plan.later}
        </Button>
        <Button size="small" aria-label={text.plan.swapName(name)} onClick={() => onSwap(item)}>
          {text.plan.swap}
        </Button>
        <Button
          size="small"
          aria-label={text.plan.dropName(name)}
          onClick={() => act({ type: "drop", item })}
        >
          {text.plan.drop}
        </Button>
      </div>
    </div>
  );
}

interface DoseProps {
  item: PlanItem;
  range: [number, number];
  act: (action: PlanAction) => void;
}

function Dose({ item, range: [fewest, most], act }: DoseProps) {
  const asks = item.sides[0]?.asks ?? 1;
  const name = knotName(item);
  const change = (by: number) => act({ type: "asks", item, asks: asks + by });
  return (
    <div className={styles.row}>
      {item.sides.length > 1 ? <FirstSide item={item} act={act} /> : null}
      <span className={styles.asks}>
        {item.sides.length > 1 ? text.plan.asksASide : text.plan.asks}
      </span>
      <Button
        size="small"
        aria-label={text.plan.fewerAsks(name)}
        disabled={asks <= fewest}
        onClick={() => change(-1)}
      >
        −
      </Button>
      <output className={styles.number}>{asks}</output>
      <Button
        size="small"
        aria-label={text.plan.moreAsks(name)}
        disabled={asks >= most}
        onClick={() => change(1)}
      >
        +
      </Button>
    </div>
  );
}

function FirstSide({ item, act }: Omit<DoseProps, "range">) {
  return (
    <>
      <span>{text.plan.firstSide}</span>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={item.first_side}
        aria-label={text.plan.firstSide}
        onChange={(_, side) => side && act({ type: "first-side", item, side })}
      >
        <ToggleButton value="left">{text.ring.left}</ToggleButton>
        <ToggleButton value="right">{text.ring.right}</ToggleButton>
      </ToggleButtonGroup>
    </>
  );
}
