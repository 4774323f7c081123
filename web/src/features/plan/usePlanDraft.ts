// The trainer's changes for the day, kept on the device so that the ring follows them.
import { useEffect, useState } from "react";
import { readDraft, writeDraft } from "../../shared/outbox/database";
import {
  emptyPlanDraft,
  type PlanAction,
  type PlanDraft,
  planDraftKey,
  planDraftOf,
  planReducer,
} from "./planDraft";

/** Today as the person who plans counts it. */
export const localDay = () => new Date().toLocaleDateString("sv-SE");

interface Kept {
  horse: string;
  draft: PlanDraft;
}

/** The draft is null until the device was asked for it. */
export function usePlanDraft(horse: string): [PlanDraft | null, (action: PlanAction) => void] {
  const [kept, setKept] = useState<Kept | null>(null);
  useEffect(() => {
    let current = true;
    void readDraft<PlanDraft>(planDraftKey(horse)).then((found) => {
      if (current) setKept({ horse, draft: planDraftOf(found, localDay()) });
    });
    return () => {
      current = false;
    };
  }, [horse]);
  const draft = kept?.horse === horse ? kept.draft : null;
  const act = (action: PlanAction) => {
    const next = planReducer(draft ?? emptyPlanDraft(localDay()), action);
    setKept({ horse, draft: next });
    void writeDraft(planDraftKey(horse), next);
  };
  return [draft, act];
}
