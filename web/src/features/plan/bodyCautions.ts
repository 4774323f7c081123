import type { SessionPlan } from "../../shared/api/types";

/** What of the horse's body is to be minded in this session, as lines beside the other cautions. */
export function bodyCautions({ body = [] }: SessionPlan): string[] {
  return body
    .filter((line) => line.verdict !== "fine")
    .map((line) => `${line.name}: ${line.words}`);
}
