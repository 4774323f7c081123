// Who did what to the yard.
import Button from "@mui/material/Button";
import { useInfiniteQuery } from "@tanstack/react-query";
import { trailQuery } from "../../shared/api/queries";
import { moment } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./People.module.css";

export function TrailTab() {
  const trail = useInfiniteQuery(trailQuery);
  if (trail.isPending) return <Loading />;
  if (!trail.data) return <ErrorView error={trail.error} onRetry={() => void trail.refetch()} />;
  const deeds = trail.data.pages.flatMap((page) => page.deeds);
  return (
    <div className={styles.section}>
      <p className={styles.lead}>{text.people.trailLead}</p>
      {deeds.length === 0 ? <Empty>{text.people.trailNone}</Empty> : null}
      <ul className={styles.rows}>
        {deeds.map((one) => (
          <li key={one.id} className={styles.deed}>
            <span>{moment(one.at)}</span>
            <p>
              <strong>{one.who}</strong> {one.what} {one.about}
            </p>
          </li>
        ))}
      </ul>
      {trail.hasNextPage ? (
        <div>
          <Button variant="outlined" onClick={() => void trail.fetchNextPage()}>
            {text.people.trailEarlier}
          </Button>
        </div>
      ) : null}
    </div>
  );
}
