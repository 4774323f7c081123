// What each part of a sheet is drawn from.
import type { HorseSheet } from "../../shared/api/types";

export interface SheetProps {
  horse: string;
  sheet: HorseSheet;
}
