import type { PictureView } from "../../shared/api/types";
import { fullDay } from "../../shared/text/days";

export const fileOf = (horse: string, picture: PictureView, small = false) =>
  `/api/horses/${horse}/pictures/${picture.id}/file${small ? "?small=true" : ""}`;

/** '12 June 2026, Walk to trot: in the green band, left'. */
export function nameOf(picture: PictureView): string {
  const side = picture.side === "none" ? "" : picture.side;
  return [fullDay(picture.on), picture.name, side].filter(Boolean).join(", ");
}
