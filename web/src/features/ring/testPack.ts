// A small pack for tests: settle, one two-sided item with a real compiled coach, loosen.
import type { CompiledCoach, PlanItem, RingPack } from "../../shared/api/types";
import vectors from "./coachVectors.generated.json";

export const HORSE = "11111111-1111-4111-8111-111111111111";

const coach = (vectors as unknown as { coach: CompiledCoach }[])[0]?.coach as CompiledCoach;

function item(part: Partial<PlanItem>): PlanItem {
  return {
    id: "settle",
    kind: "settle",
    step: null,
    name: "Settle",
    stage: "",
    step_kind: null,
    unit: null,
    target: null,
    wants_at_most: false,
    ask: "",
    first_side: "none",
    sides: [],
    asks: 0,
    aim: 1,
    cap: null,
    band: null,
    green: false,
    minutes: 5,
    dose: "",
    set_ups: [],
    cautions: [],
    sessions_before: 0,
    after: [],
    done_when: "",
    remedy: null,
    helper_needed: false,
    exciting: false,
    ridden: false,
    why: { text: "because", figures: {} },
    ...part,
  };
}

export const trotItem = item({
  id: "new:up-wt.3",
  kind: "new",
  step: "up-wt.3",
  name: "Walk to trot",
  stage: "in the schooled band",
  step_kind: "L",
  first_side: "left",
  sides: [
    { side: "left", asks: 3, best_below: null },
    { side: "right", asks: 3, best_below: null },
  ],
  asks: 6,
  aim: 3,
  cap: 8,
  band: [1, 3],
  ridden: true,
});

export function testPack(): RingPack {
  return {
    facts: {
      id: HORSE,
      name: "Quill",
      age: "4 years",
      age_short: "4 y",
      work: "first rides",
      days_off: 1,
      days_off_words: "1 day off",
      rides: 3,
      sessions: 5,
      sessions_words: "5 sessions, ride 3",
      last_on: null,
      open_flags: [],
    },
    plan: {
      on: "2026-06-15",
      kind: "ridden",
      days_off: 1,
      minutes_wanted: 30,
      minutes: 15,
      schooling_minutes: 5,
      headline: "New: walk to trot",
      nothing_new: null,
      items: [item({}), trotItem, item({ id: "loosen", kind: "loosen", name: "Loosen off" })],
      left_out: [],
      cautions: [],
    },
    items: [
      {
        item: "new:up-wt.3",
        sides: [
          { side: "left", coach: 0, begin: "Begin on the left. From the lightest.", leads: [] },
          { side: "right", coach: 0, begin: "Begin on the right. From the lightest.", leads: [] },
        ],
        faults: [{ code: "slow", looks: "late" }],
        level_words: ["seat", "calf", "calf", "leg", "leg", "leg", "heel", "heel", "whip", "whip"],
        easier: { step: "up-wt.2", name: "in the green band" },
      },
    ],
    coaches: [coach],
    rider_faults: [],
    not_settled_drops: ["new:up-wt.3"],
    before: "Helmet, gloves, boots.",
    passed_over: ["One knot passed over.", "{knots} knots passed over."],
  };
}
