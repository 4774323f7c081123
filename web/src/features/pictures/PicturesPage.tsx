// Two of the same exercise beside each other: then and now, left and right; two clips played at once.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { picturesQuery } from "../../shared/api/queries";
import type { PictureView } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { pictures as words } from "../../shared/text/en.sheet";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { PictureShown } from "./PictureShown";
import styles from "./Pictures.module.css";
import { nameOf } from "./pictureName";

const SIDES = ["left", "right"] as const;
type Side = (typeof SIDES)[number];
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

export default function PicturesPage() {
  const { horse = "" } = useParams();
  const found = useQuery(picturesQuery(horse));
  if (found.isPending) return <Loading />;
  if (!found.data) return <ErrorView error={found.error} onRetry={() => void found.refetch()} />;
  const { pictures } = found.data;
  return (
    <article className={styles.page}>
      <p>
        <Link to={`/horses/${horse}/sheet`}>← {text.places.sheet}</Link>
      </p>
      <h1>{words.pageTitle}</h1>
      {pictures.length === 0 ? (
        <Empty>{words.none}</Empty>
      ) : (
        <Beside horse={horse} pictures={pictures} />
      )}
    </article>
  );
}

function Beside({ horse, pictures }: { horse: string; pictures: PictureView[] }) {
  const [search, setSearch] = useSearchParams();
  const choose = (key: Side | "exercise", value: string) =>
    setSearch(
      (now) => {
        const next = key === "exercise" ? new URLSearchParams() : new URLSearchParams(now);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  const exercise = search.get("exercise") ?? "";
  const same = pictures.filter((one) => !exercise || one.exercise === exercise);
  const chosen = SIDES.map((side) => same.find((one) => one.id === search.get(side)) ?? null);
  return (
    <>
      <div className={styles.choices}>
        <TextField
          select
          size="small"
          label={words.exercise}
          value={exercise}
          slotProps={NATIVE}
          onChange={(event) => choose("exercise", event.target.value)}
        >
          <option value="">{words.all}</option>
          {exercisesOf(pictures).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </TextField>
        {SIDES.map((side) => (
          <TextField
            key={side}
            select
            size="small"
            label={words[side]}
            value={search.get(side) ?? ""}
            slotProps={NATIVE}
            onChange={(event) => choose(side, event.target.value)}
          >
            <option value="">{words.choose}</option>
            {same.map((one) => (
              <option key={one.id} value={one.id}>
                {nameOf(one)}
              </option>
            ))}
          </TextField>
        ))}
      </div>
      {chosen.every((one) => one === null) ? (
        <p className={styles.soft}>{words.chooseTwo}</p>
      ) : null}
      <Two key={chosen.map((one) => one?.id).join()} horse={horse} chosen={chosen} />
    </>
  );
}

/** Each exercise once, by the name of its first picture. */
function exercisesOf(pictures: PictureView[]): [string, string][] {
  const names = new Map<string, string>();
  for (const one of pictures)
    if (one.exercise && !names.has(one.exercise))
      names.set(one.exercise, one.name.split(":")[0] ?? one.name);
  return [...names];
}

function Two({ horse, chosen }: { horse: string; chosen: (PictureView | null)[] }) {
  const left = useRef<HTMLVideoElement>(null);
  const right = useRef<HTMLVideoElement>(null);
  const [isPlaying, setPlaying] = useState(false);
  const both = (act: (one: HTMLVideoElement) => void) => {
    for (const one of [left.current, right.current]) if (one) act(one);
  };
  const play = () => {
    both((one) => void (isPlaying ? one.pause() : one.play()));
    setPlaying(!isPlaying);
  };
  const restart = () => both((one) => Object.assign(one, { currentTime: 0 }));
  return (
    <>
      {chosen.every((one) => one?.is_clip) ? (
        <div className={styles.adding}>
          <Button variant="contained" onClick={play}>
            {isPlaying ? words.stopBoth : words.playBoth}
          </Button>
          <Button variant="outlined" onClick={restart}>
            {words.fromStart}
          </Button>
        </div>
      ) : null}
      <div className={styles.two}>
        {chosen.map((one, n) =>
          one ? (
            <PictureShown
              key={SIDES[n]}
              large
              horse={horse}
              picture={one}
              player={n === 0 ? left : right}
            />
          ) : null,
        )}
      </div>
    </>
  );
}
