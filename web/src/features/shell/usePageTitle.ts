import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { useLocation } from "react-router";
import { horsesQuery } from "../../shared/api/queries";
import { text } from "../../shared/text/en";

const OF_A_HORSE: Record<string, string> = {
  plan: text.places.plan,
  ring: text.places.ring,
  debrief: text.places.debrief,
  sheet: text.places.sheet,
  ladder: text.places.ladder,
  arrival: text.arrival.title,
  look: text.look.title,
  flags: text.flags.title,
  edit: text.horse.edit,
};
const OF_THE_YARD: Record<string, string> = {
  "": text.places.today,
  yard: text.places.yard,
  "new-horse": text.horse.addTitle,
};

/** The tab says which horse and which place: whoever works several has several tabs. */
export function usePageTitle() {
  const { pathname } = useLocation();
  const horses = useQuery(horsesQuery);
  const [first = "", second = "", third = ""] = pathname.split("/").slice(1);
  const name = horses.data?.horses.find((horse) => horse.id === second)?.name;
  const place = first === "horses" ? OF_A_HORSE[third] : OF_THE_YARD[first];
  const title = [first === "horses" ? name : undefined, place, text.product];
  const words = title.filter(Boolean).join(" · ");
  useEffect(() => {
    document.title = words;
  }, [words]);
}
