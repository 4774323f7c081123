// What only some may do is shown only to them.
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { meQuery } from "../api/queries";

interface Props {
  to: "read" | "log" | "change" | "manage";
  /** Shown to whoever may not. */
  otherwise?: ReactNode;
  children: ReactNode;
}

export function May({ to, otherwise = null, children }: Props) {
  const me = useQuery(meQuery).data;
  if (!me) return null;
  return me[`can_${to}`] ? children : otherwise;
}
