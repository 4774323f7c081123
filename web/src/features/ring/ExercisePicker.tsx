// Any exercise, the horse's own first: searched by typing, or found by scrolling; each says what speaks against it.
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { putTogether } from "../../shared/api/compactPack";
import { sparesQuery } from "../../shared/api/queries";
import type { PlanItem, RingPack } from "../../shared/api/types";
import { taking } from "../../shared/text/en.taking";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./ExercisePicker.module.css";

interface Props {
  horse: string;
  helper: boolean;
  onChoose: (spares: RingPack, id: string) => void;
}

export function ExercisePicker({ horse, helper, onChoose }: Props) {
  const spares = useQuery(sparesQuery(horse, helper));
  const pack = useMemo(() => (spares.data ? putTogether(spares.data) : null), [spares.data]);
  if (pack) return <Search items={pack.plan.items} onChoose={(id) => onChoose(pack, id)} />;
  if (spares.isPending) return <Loading what={taking.knots.fetching} />;
  return (
    <>
      <p className={styles.none}>{taking.knots.notHere}</p>
      <ErrorView error={spares.error} onRetry={() => void spares.refetch()} />
    </>
  );
}

interface SearchProps {
  items: readonly PlanItem[];
  onChoose: (id: string) => void;
}

function Search({ items, onChoose }: SearchProps) {
  const [typed, setTyped] = useState("");
  const found = items.filter((item) => isCalled(item, typed));
  return (
    <>
      <input
        className={styles.search}
        type="search"
        aria-label={taking.knots.search}
        placeholder={taking.knots.search}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      {found.length === 0 ? <p className={styles.none}>{taking.knots.none}</p> : null}
      <ul className={styles.list}>
        {found.map((item) => (
          <li key={item.id}>
            <button type="button" className={styles.one} onClick={() => onChoose(item.id)}>
              <strong>{item.name}</strong>
              <span>{[item.stage, item.kind_words].filter(Boolean).join(" · ")}</span>
              {item.held_back || item.unwise ? (
                <em className={item.held_back ? styles.held : styles.unwise}>
                  {item.held_back || item.unwise}
                </em>
              ) : null}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Every word that was typed begins one of the name, the stage or the step. */
function isCalled({ name, stage, step }: PlanItem, typed: string): boolean {
  const words = wordsOf(`${name} ${stage} ${step ?? ""}`);
  const wanted = wordsOf(typed).filter(Boolean);
  return wanted.every((one) => words.some((word) => word.startsWith(one)));
}

const wordsOf = (said: string) => said.toLowerCase().split(/[\s,()-]+/);
