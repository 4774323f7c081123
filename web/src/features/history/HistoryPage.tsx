// The horse's sessions, one strip under the other: filtered, searched, each leading to its debrief.
import Button from "@mui/material/Button";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { stripsQuery } from "../../shared/api/queries";
import { text } from "../../shared/text/en";
import { history as words } from "../../shared/text/en.sheet";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { HistoryFilters } from "./HistoryFilters";
import styles from "./HistoryPage.module.css";
import { SessionStripView } from "./SessionStripView";
import { useHistoryWish } from "./useHistoryWish";

export default function HistoryPage() {
  const { horse = "" } = useParams();
  const { wish, change, clear } = useHistoryWish();
  const found = useInfiniteQuery(stripsQuery(horse, wish));
  const first = found.data?.pages[0];
  return (
    <article className={styles.page}>
      <p>
        <Link to={`/horses/${horse}/sheet`} className={styles.back}>
          ← {text.places.sheet}
        </Link>
      </p>
      <div className={styles.head}>
        <h1>{words.title}</h1>
        <p role="status">{first?.words ?? ""}</p>
      </div>
      <HistoryFilters choices={first?.choices} wish={wish} change={change} clear={clear} />
      {found.isPending ? <Loading /> : null}
      {found.error ? <ErrorView error={found.error} onRetry={() => void found.refetch()} /> : null}
      {first?.strips.length === 0 ? <Empty>{words.none}</Empty> : null}
      <ol className={styles.strips}>
        {found.data?.pages
          .flatMap((page) => page.strips)
          .map((strip) => (
            <li key={strip.id ?? strip.date}>
              <SessionStripView horse={horse} strip={strip} />
            </li>
          ))}
      </ol>
      {found.hasNextPage ? (
        <Button
          variant="outlined"
          loading={found.isFetchingNextPage}
          onClick={() => void found.fetchNextPage()}
        >
          {words.earlier}
        </Button>
      ) : null}
    </article>
  );
}
