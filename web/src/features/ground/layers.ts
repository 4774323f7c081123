// What every layer of the drawing is given.
import type { Layout } from "../../shared/api/types";

export interface LayerProps {
  layout: Layout;
  /** What a dot on a usual screen is in metres. */
  unit: number;
}
