import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import { profileQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./GuidePage.module.css";

/** Makes a step a goal of the horse, or no longer one. */
export function GoalChoice({ horse, step }: { horse: string; step: string }) {
  const queries = useQueryClient();
  const profile = useQuery(profileQuery(horse));
  const isGoal = profile.data?.goals.some((goal) => goal.step === step) ?? false;
  const params = { path: { horse_id: horse } };
  const save = useMutation({
    mutationFn: () =>
      isGoal
        ? api.post("/api/horses/{horse_id}/goals/drop", { params, body: { step } })
        : api.put("/api/horses/{horse_id}/goals", { params, body: { step } }),
    onSuccess: () => everythingChanged(queries),
  });
  if (!profile.data) return null;
  return (
    <div className={styles.goal}>
      {isGoal ? <p>{text.guide.isGoal}</p> : null}
      <Button variant="outlined" onClick={() => save.mutate()} disabled={save.isPending}>
        {isGoal ? text.guide.dropGoal : text.guide.goal}
      </Button>
      <ProblemList error={save.error} lead={text.state.failed} />
    </div>
  );
}
