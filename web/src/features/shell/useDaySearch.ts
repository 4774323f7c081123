import { useQuery } from "@tanstack/react-query";
import { useLocation } from "react-router";
import { todayQuery } from "../../shared/api/queries";
import { searchOf } from "../plan/planWishes";

/**
 * What goes along to a horse's plan and ring: what was chosen there, else the day as it is set for this
 * horse, so that what was fetched for today is what is opened.
 */
export function useDaySearch(): (horse: string) => string {
  const { pathname, search } = useLocation();
  const today = useQuery({ ...todayQuery, enabled: false });
  return (horse) => {
    if (pathname === `/horses/${horse}/plan` || pathname === `/horses/${horse}/ring`) return search;
    const row = today.data?.rows.find(({ facts }) => facts.id === horse);
    return row ? searchOf(row.wishes) : "";
  };
}
