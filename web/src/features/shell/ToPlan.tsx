import { Navigate, useParams } from "react-router";
import { useDaySearch } from "./useDaySearch";

/** A horse opens on its plan of the day. */
export function ToPlan() {
  const { horse = "" } = useParams();
  return <Navigate to={`/horses/${horse}/plan${useDaySearch()(horse)}`} replace />;
}
