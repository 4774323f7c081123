import Button from "@mui/material/Button";
import type { Layout } from "../../shared/api/types";
import { ground } from "../../shared/text/en.ground";
import { type View, wholeView, zoomed } from "./arenaGeometry";
import styles from "./GroundPage.module.css";

interface Props {
  layout: Layout;
  view: View;
  onView: (view: View) => void;
}

const BY = 1.5;

export function ZoomButtons({ layout, view, onView }: Props) {
  const whole = wholeView(layout.arena);
  const about = { x: view.x + view.width / 2, y: view.y + view.height / 2 };
  const zoom = (factor: number) => onView(zoomed(view, whole, factor, about));
  return (
    <div className={styles.zoom}>
      <Button variant="outlined" onClick={() => zoom(BY)}>
        {ground.zoomIn}
      </Button>
      <Button variant="outlined" onClick={() => zoom(1 / BY)}>
        {ground.zoomOut}
      </Button>
      <Button onClick={() => onView(whole)}>{ground.whole}</Button>
      <span className={styles.legend} aria-hidden="true">
        {(["walk", "trot", "canter"] as const).map((gait) => (
          <span key={gait} className={styles[gait]}>
            {ground.legend[gait]}
          </span>
        ))}
      </span>
    </div>
  );
}
