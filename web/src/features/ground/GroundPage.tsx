// The ground: a place to scale, a set-up in it, its numbers, whether it fits, and the tape measure.
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { groundQuery, horseGroundQuery } from "../../shared/api/queries";
import type { Ground, Layout, Sight } from "../../shared/api/types";
import { ground as words } from "../../shared/text/en.ground";
import { ProblemList, problemsOf } from "../../shared/ui/Problems";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import { ArenaDrawing } from "./ArenaDrawing";
import { type Spot, type View, wholeView } from "./arenaGeometry";
import { FitView } from "./FitView";
import { GroundChoices } from "./GroundChoices";
import styles from "./GroundPage.module.css";
import { SeenList } from "./SeenList";
import { SetUpNumbers } from "./SetUpNumbers";
import { TakeAway } from "./TakeAway";
import { TapeMeasure } from "./TapeMeasure";
import { type Change, type GroundAddress, useGroundAddress } from "./useGroundAddress";
import { type LaidOut, useLayout } from "./useLayout";
import { WayTable } from "./WayTable";
import { ZoomButtons } from "./ZoomButtons";

export default function GroundPage() {
  const ground = useQuery(groundQuery);
  if (ground.isPending) return <Loading />;
  if (!ground.data) return <ErrorView error={ground.error} onRetry={() => void ground.refetch()} />;
  return <GroundView ground={ground.data} />;
}

function GroundView({ ground }: { ground: Ground }) {
  const [address, change] = useGroundAddress(ground);
  const laid = useLayout(address, change);
  const seen = useSeen(address);
  const { layout } = laid;
  return (
    <article className={styles.page}>
      <h1>{words.title}</h1>
      <GroundChoices ground={ground} address={address} change={change} />
      {layout ? (
        <LaidOutView layout={layout} laid={laid} seen={seen} address={address} change={change} />
      ) : laid.error ? (
        <CannotBe laid={laid} address={address} change={change} />
      ) : (
        <Loading />
      )}
    </article>
  );
}

/** Nothing can be drawn: what is wrong with what was typed, and the way back to what is usual. */
function CannotBe({ laid, address, change }: Omit<ViewProps, "layout" | "seen">) {
  if (problemsOf(laid.error).length === 0 || Object.keys(address.typed).length === 0)
    return <ErrorView error={laid.error} onRetry={laid.retry} />;
  return (
    <div>
      <ProblemList error={laid.error} lead={words.cannotBe} />
      <Button variant="outlined" onClick={() => change({ typed: {} })}>
        {words.usual}
      </Button>
    </div>
  );
}

function useSeen({ horse, place, setup, step }: GroundAddress): readonly Sight[] {
  const found = useQuery({
    ...horseGroundQuery(horse, place, setup, step),
    enabled: horse !== "",
  });
  return found.data?.seen.seen ?? [];
}

interface ViewProps {
  layout: Layout;
  laid: LaidOut;
  seen: readonly Sight[];
  address: GroundAddress;
  change: Change;
}

function LaidOutView({ layout, laid, seen, address, change }: ViewProps) {
  return (
    <div className={styles.columns}>
      <Drawn layout={layout} laid={laid} seen={seen} />
      <div className={styles.beside}>
        <FitView layout={layout} change={change} />
        <SetUpNumbers layout={layout} error={laid.error} address={address} change={change} />
      </div>
      <div className={styles.beside}>
        <TapeMeasure
          key={`${address.place} ${address.setup}`}
          layout={layout}
          place={address.place}
        />
        <TakeAway layout={layout} address={address} />
        <SeenList address={address} change={change} />
        <WayTable layout={layout} />
      </div>
    </div>
  );
}

/** The drawing with what brings it closer; said aloud when a marker has moved. */
function Drawn({ layout, laid, seen }: Pick<ViewProps, "layout" | "laid" | "seen">) {
  const [view, setView] = useView(layout);
  const [said, setSaid] = useState("");
  const drop = async (marker: string, to: Spot) => {
    const moved = (await laid.drop(marker, to))?.markers.find((one) => one.id === marker);
    if (moved) setSaid(words.moved(moved.name, moved.said));
  };
  return (
    <section className={styles.drawn}>
      <ArenaDrawing
        layout={layout}
        seen={seen}
        view={view}
        onView={setView}
        onDrag={laid.drag}
        onDrop={(marker, to) => void drop(marker, to)}
      />
      <ZoomButtons layout={layout} view={view} onView={setView} />
      <p className={styles.soft}>{words.markers}</p>
      <p className="visually-hidden" role="status">
        {said}
      </p>
    </section>
  );
}

/** What is in view, until it is another place. */
function useView(layout: Layout): [View, (view: View) => void] {
  const whole = wholeView(layout.arena);
  const of = `${whole.width} ${whole.height}`;
  const [chosen, setChosen] = useState<{ of: string; view: View } | null>(null);
  const current = useRef(of);
  current.current = of;
  return [
    chosen?.of === of ? chosen.view : whole,
    (view) => setChosen({ of: current.current, view }),
  ];
}
