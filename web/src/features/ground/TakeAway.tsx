// What goes out: the sheet to print, the drawing, the points.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { horsesQuery } from "../../shared/api/queries";
import type { Layout } from "../../shared/api/types";
import { fullDay } from "../../shared/text/days";
import { ground } from "../../shared/text/en.ground";
import { May } from "../../shared/ui/May";
import styles from "./GroundPage.module.css";
import type { GroundAddress } from "./useGroundAddress";

const FILES = [
  ["pdf", ground.sheet],
  ["svg", ground.svg],
  ["geojson", ground.geojson],
] as const;

export function TakeAway({ layout, address }: { layout: Layout; address: GroundAddress }) {
  const horses = useQuery(horsesQuery);
  const horse = horses.data?.horses.find((one) => one.id === address.horse)?.name ?? "";
  const search = new URLSearchParams({
    place: address.place,
    setup: address.setup,
    values: JSON.stringify(layout.values),
    mirrored: String(address.mirrored),
    feet: String(address.feet),
    horse,
    day: fullDay(new Date().toLocaleDateString("sv-SE")),
  });
  return (
    <May to="read">
      <div className={`${styles.takeAway} no-print`}>
        {FILES.map(([ending, name]) => (
          <Button
            key={ending}
            component="a"
            href={`/api/ground/sheets/${ending}?${search}`}
            download
            variant={ending === "pdf" ? "contained" : "outlined"}
          >
            {name}
          </Button>
        ))}
      </div>
    </May>
  );
}
