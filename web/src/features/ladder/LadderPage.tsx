// The ladder with this horse on it: from the whole to a phase, an exercise, a step.
import Button from "@mui/material/Button";
import useMediaQuery from "@mui/material/useMediaQuery";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { ladderQuery } from "../../shared/api/queries";
import type { HorseLadder, Rung, RungExercise, StepState } from "../../shared/api/types";
import { StateMark } from "../../shared/drawing/StateMark";
import { text } from "../../shared/text/en";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { ExerciseView } from "./ExerciseView";
import { LadderList } from "./LadderList";
import styles from "./LadderPage.module.css";
import { LadderTools } from "./LadderTools";
import { filterOf, fitting, isFiltering } from "./ladderFilter";
import { exerciseOf } from "./ladderGeometry";
import { PhaseView } from "./PhaseView";
import { WholeLadder } from "./WholeLadder";

export default function LadderPage() {
  const { horse = "" } = useParams();
  const ladder = useQuery(ladderQuery(horse));
  if (ladder.isPending) return <Loading />;
  if (!ladder.data) return <ErrorView error={ladder.error} onRetry={() => void ladder.refetch()} />;
  return <LadderView horse={horse} ladder={ladder.data} />;
}

interface ViewProps {
  horse: string;
  ladder: HorseLadder;
}

function LadderView({ horse, ladder }: ViewProps) {
  const [search] = useSearchParams();
  const isPhone = useMediaQuery("(max-width: 860px)");
  const { to, set, clear } = useLadderAddress();
  const filter = filterOf(search);
  const fit = useMemo(() => fitting(ladder, filter), [ladder, filter]);
  const at = search.get("at") ?? "";
  const asList = isPhone || search.get("as") === "list";
  const place = placeOf(ladder, at);
  const { goOut, cameFrom } = useZoomOut(place, to);
  return (
    <article className={styles.page}>
      <h1 className="visually-hidden">
        {text.places.ladder}: {ladder.facts.name}
      </h1>
      <LadderTools ladder={ladder} filter={filter} at={at} onSet={set} isPhone={isPhone} />
      <div className={styles.bar}>
        <Path place={place} to={to} />
        <Found ladder={ladder} fit={fit} onClear={isFiltering(filter) ? clear : null} />
        {goOut !== null && !isPhone ? (
          <Button size="small" onClick={goOut}>
            − {text.ladder.zoomOut}
          </Button>
        ) : null}
      </div>
      {asList ? (
        <LadderList horse={horse} ladder={ladder} fit={fit} at={at} open={isFiltering(filter)} />
      ) : (
        <Picture horse={horse} ladder={ladder} fit={fit} place={place} to={to} from={cameFrom} />
      )}
      <Legend ladder={ladder} withLines={!asList} />
    </article>
  );
}

/** Where one is and what is looked for stand in the address. */
function useLadderAddress() {
  const [search, setSearch] = useSearchParams();
  const at = search.get("at") ?? "";
  const withSet = (name: string, value: string) => {
    const next = new URLSearchParams(search);
    if (value === "") next.delete(name);
    else next.set(name, value);
    return next;
  };
  return {
    to: (where: string) => `?${withSet("at", where)}`,
    set: (name: string, value: string) => setSearch(withSet(name, value), { replace: true }),
    clear: () => setSearch(at === "" ? {} : { at }, { replace: true }),
  };
}

/** Out of an exercise to its phase, out of a phase to the whole; null: one is out. */
function useZoomOut(place: Place, to: (at: string) => string) {
  const navigate = useNavigate();
  const cameFrom = useRef<string | null>(null);
  const out = place.exercise ? place.rung.phase : place.rung ? "" : null;
  const goOut = () => {
    if (out === null) return;
    cameFrom.current = place.exercise?.id ?? place.rung?.exercises[0]?.id ?? null;
    void navigate(to(out));
  };
  useZoomKeys(goOut);
  return { goOut: out === null ? null : goOut, cameFrom: cameFrom.current };
}

interface FoundProps {
  ladder: HorseLadder;
  fit: Set<string>;
  /** Takes the filters away; null: there are none. */
  onClear: (() => void) | null;
}

function Found({ ladder, fit, onClear }: FoundProps) {
  const all = ladder.rungs.reduce((sum, rung) => sum + rung.stages, 0);
  return (
    <>
      <p role="status" className={styles.found}>
        {fit.size === 0 ? text.ladder.nothingFound : text.ladder.found(fit.size, all)}
      </p>
      {onClear ? (
        <Button size="small" onClick={onClear}>
          {text.ladder.clear}
        </Button>
      ) : (
        <p className={styles.words}>{ladder.words}</p>
      )}
    </>
  );
}

interface PictureProps extends ViewProps {
  fit: Set<string>;
  place: Place;
  to: (at: string) => string;
  from: string | null;
}

/** The whole, a phase, or an exercise. */
function Picture({ horse, ladder, fit, place, to, from }: PictureProps) {
  if (place.exercise)
    return <ExerciseView horse={horse} ladder={ladder} exercise={place.exercise} fit={fit} />;
  if (place.rung) return <PhaseView horse={horse} rung={place.rung} fit={fit} to={to} />;
  return <WholeLadder ladder={ladder} fit={fit} to={to} from={from} />;
}

type Place = { rung: Rung | null; exercise: null } | { rung: Rung; exercise: RungExercise };

function placeOf(ladder: HorseLadder, at: string): Place {
  const found = exerciseOf(ladder, at);
  if (found) return found;
  return { rung: ladder.rungs.find((rung) => rung.phase === at) ?? null, exercise: null };
}

/** Whole ladder › phase › exercise. */
function Path({ place, to }: { place: Place; to: (at: string) => string }) {
  const heading = useRef<HTMLElement>(null);
  const key = place.exercise?.id ?? place.rung?.phase ?? "";
  const before = useRef(key);
  useEffect(() => {
    if (before.current !== key) heading.current?.focus();
    before.current = key;
  }, [key]);
  return (
    <nav aria-label={text.ladder.path} className={styles.path} ref={heading} tabIndex={-1}>
      <Link to={to("")} aria-current={place.rung === null ? "page" : undefined}>
        {text.ladder.whole}
      </Link>
      {place.rung ? (
        <>
          <span aria-hidden="true">›</span>
          <Link to={to(place.rung.phase)} aria-current={place.exercise ? undefined : "page"}>
            {place.rung.phase} {place.rung.title}
          </Link>
        </>
      ) : null}
      {place.exercise ? (
        <>
          <span aria-hidden="true">›</span>
          <Link to={to(place.exercise.id)} aria-current="page">
            {place.exercise.name}
          </Link>
        </>
      ) : null}
    </nav>
  );
}

/** − or Escape comes out; + goes in to what has the focus, as Enter does. */
function useZoomKeys(goOut: () => void) {
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches("input, textarea");
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "-" || event.key === "Escape") goOut();
      if (event.key === "+" && document.activeElement instanceof SVGElement)
        document.activeElement.dispatchEvent(new MouseEvent("click", { bubbles: true }));
    };
    window.addEventListener("keydown", hear);
    return () => window.removeEventListener("keydown", hear);
  });
}

function Legend({ ladder, withLines }: { ladder: HorseLadder; withLines: boolean }) {
  return (
    <div className={styles.legend}>
      <ul aria-label={text.ladder.state}>
        {(Object.keys(text.ladder.states) as StepState[]).map((state) => (
          <li key={state} title={ladder.state_help[state]}>
            <StateMark state={state} /> {text.ladder.states[state]} {ladder.counts[state] ?? 0}
          </li>
        ))}
      </ul>
      {withLines ? (
        <p>
          {text.ladder.solid}. {text.ladder.pictureHelp}
        </p>
      ) : null}
    </div>
  );
}
