// A small pack for tests: settle, one two-sided item with a real compiled coach, loosen.
import type { CompiledCoach, PlanItem, RingPack } from "../../shared/api/types";
import vectors from "./coachVectors.generated.json";

export const HORSE = "11111111-1111-4111-8111-111111111111";

const compiled = (vectors as unknown as { coach: CompiledCoach }[]).map((one) => one.coach);
const coach = compiled[0] as CompiledCoach;
/** Of one ask to see what comes: the last of the vectors. */
const probing = compiled.at(-1) as CompiledCoach;

function item(part: Partial<PlanItem>): PlanItem {
  return {
    id: "settle",
    kind: "settle",
    kind_words: "settle",
    step: null,
    name: "Settle",
    stage: "",
    step_kind: null,
    laid: [],
    unit: null,
    target: null,
    wants_at_most: false,
    ask: "",
    first_side: "none",
    sides: [],
    asks: 0,
    aim: 1,
    cap: null,
    most_tries: null,
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
    why: { text: "because", figures: {}, exact: "" },
    swapped_as: null,
    locked: false,
    unwise: "",
    held_back: "",
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
    { side: "left", asks: 3, best_below: null, line: "up-wt.2 L" },
    { side: "right", asks: 3, best_below: null, line: "up-wt.2 R" },
  ],
  asks: 6,
  aim: 3,
  cap: 8,
  band: [1, 3],
  ridden: true,
});

const LEVEL_WORDS = ["seat", "calf", "calf", "leg", "leg", "leg", "heel", "heel", "whip", "whip"];

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
      climbs: [],
      most_climbs: 0,
      probes: [],
      left_out: [],
      cautions: [],
      put_away_after_min: 30,
      body: [],
      made: [],
    },
    items: [
      {
        item: "new:up-wt.3",
        sides: [
          { side: "left", coach: 0, begin: "Begin on the left. From the lightest.", leads: [] },
          { side: "right", coach: 0, begin: "Begin on the right. From the lightest.", leads: [] },
        ],
        faults: [{ code: "slow", looks: "late" }],
        wedge: {
          bars: LEVEL_WORDS.map((words, place) => ({
            label: String(place + 1),
            name: `${place + 1}: ${words}`,
            in_band: place < 5,
            level: place + 1,
            extent: null,
            strength: null,
          })),
          band: "light",
          legend: "It answered at",
          legend_none: "No answer up to",
          none: "No answer",
          timed: false,
          coarse: ["Light", "Heavy"],
          taken_with: null,
          counted: { name: "Steps", by: 1, most: 200 },
          rows: [],
          grades: {
            code: "grade",
            name: "How good the movement was",
            short: "",
            stays: false,
            at_once: false,
            choices: [1, 2, 3, 4, 5].map((one) => ({
              label: String(one),
              name: `grade ${one} of 5`,
              sets: { grade: one },
            })),
          },
        },
        level_words: LEVEL_WORDS,
        easier: { step: "up-wt.2", name: "in the green band" },
        climb: null,
        probe: null,
        probe_words: "",
        makes_it: "ridden",
      },
    ],
    coaches: [coach],
    brought: {
      rider_kg: null,
      tack: {},
      conditions: { air_c: null, humidity_pct: null, wind: null, insects: null, new_place: null },
    },
    flags: [],
    rider_faults: [],
    events: [
      { kind: "spook", name: "Spook" },
      { kind: "stumble", name: "Stumble" },
      { kind: "buck", name: "Buck" },
    ],
    not_settled_drops: ["new:up-wt.3"],
    time_up: "30 min are over: put it away, settled or not.",
    before: "Helmet, gloves, boots.",
    spook: {
      things: ["gulls", "a dog"],
      ways: ["towards home", "away from home"],
      places: ["in front", "following"],
    },
    also: [],
    day: { people: [], places: [], tack: [], windy: "windy", settled_before: "" },
    passed_over: ["One knot passed over.", "{knots} knots passed over."],
  };
}

/** The same, where two stages may follow the trot at once, and one of them today. */
export function climbingPack(): RingPack {
  const pack = testPack();
  const trot = pack.items[0] as RingPack["items"][number];
  const up = (stage: number): PlanItem => ({
    ...trotItem,
    id: `climb:up-wt.${stage}`,
    kind: "climb",
    step: `up-wt.${stage}`,
    stage: `stage ${stage}`,
  });
  const follows = (stage: number) => ({ item: `climb:up-wt.${stage}`, minutes_left: 8 });
  return {
    ...pack,
    plan: {
      ...pack.plan,
      most_climbs: 1,
      climbs: [
        { after: trot.item, item: up(4), minutes_left: 8 },
        { after: "climb:up-wt.4", item: up(5), minutes_left: 8 },
      ],
    },
    items: [
      { ...trot, climb: follows(4) },
      { ...trot, item: "climb:up-wt.4", climb: follows(5) },
      { ...trot, item: "climb:up-wt.5" },
    ],
  };
}

/** The same, where the stage after the one gone up to may be asked once. */
export function probingPack(): RingPack {
  const pack = climbingPack();
  const [trot, up] = pack.items as [RingPack["items"][number], RingPack["items"][number]];
  const once: PlanItem = {
    ...trotItem,
    id: "probe:up-wt.5",
    kind: "probe",
    step: "up-wt.5",
    sides: [{ side: "left", asks: 1, best_below: null, line: "up-wt.2 L" }],
  };
  const probe = { item: once.id, minutes_left: 4 };
  const [side] = trot.sides as [RingPack["items"][number]["sides"][number]];
  return {
    ...pack,
    plan: { ...pack.plan, probes: [{ after: up.item, item: once, minutes_left: 4 }] },
    items: [
      trot,
      { ...up, probe, probe_words: "Probe once: stage 5" },
      { ...trot, item: once.id, sides: [{ ...side, coach: 1 }], climb: null },
    ],
    coaches: [coach, probing],
  };
}

type Wedge = RingPack["items"][number]["wedge"];

/** Every kind of measure among the spare exercises, each with its input. */
const MEASURES = [
  ["stand.2", "clock", 30],
  ["ride-length.1", "ride-clock", 10],
  ["hack.1", "calm-clock", 90],
  ["trot-range.1", "strides", 10],
  ["station.1", "station", 3],
  ["line.2", "corners", 1],
] as const;

const row = (code: string, name: string, sets: [string, Record<string, string | number>][]) => ({
  code,
  name,
  short: "",
  stays: true,
  at_once: true,
  choices: sets.map(([label, set]) => ({ label, name: `${name}: ${label}`, sets: set })),
});

const ROWS: Record<string, Wedge["rows"]> = {
  "line.2": [
    row("corner", "Which corner", [
      ["H", { spot: "the corner by H" }],
      ["M", { spot: "the corner by M" }],
    ]),
    row("leg", "The inside leg", [
      ["without", { second_aid: 0 }],
      ["with", { second_aid: 1 }],
    ]),
  ],
};

/** Everything beside the plan: settling, another stage of what is planned, what is held back, each measure. */
export function sparePack(): RingPack {
  const pack = testPack();
  const trot = pack.items[0] as RingPack["items"][number];
  const spare = (step: string, part: Partial<PlanItem> = {}): PlanItem => ({
    ...trotItem,
    id: `spare:${step}`,
    kind: "practice",
    step,
    name: `Exercise ${step}`,
    ...part,
  });
  const measured = MEASURES.map(([step, , target]) =>
    spare(step, {
      step_kind: "M",
      target,
      band: null,
      first_side: "none",
      sides: [{ side: "none", asks: 3, best_below: null, line: "halt.1" }],
    }),
  );
  const items = [
    item({}),
    spare("up-wt.3", { name: "Walk to trot" }),
    spare("halt.1", { ridden: false }),
    spare("object.1", { step_kind: "T", ridden: false }),
    spare("canter.1", { held_back: "no canter today" }),
    ...measured,
  ];
  const taken = new Map(MEASURES.map(([step, taken_with]) => [`spare:${step}`, taken_with]));
  const own = items
    .filter((one) => one.step)
    .map((one) => ({
      ...trot,
      item: one.id,
      sides: one.sides.map(({ side }) => ({ side, coach: 1, begin: "Begin.", leads: [] })),
      makes_it: one.ridden ? ("ridden" as const) : null,
      wedge: wedgeOf(trot.wedge, one, taken.get(one.id) ?? null),
    }));
  return {
    ...pack,
    plan: { ...pack.plan, kind: "ground", items },
    items: own,
    coaches: [coach, probing],
    flags: [{ ...FLAG, drops: ["spare:canter.1"] }],
    brought: { ...pack.brought, rider_kg: 60, tack: { kg: 9 } },
  };
}

function wedgeOf(trot: Wedge, one: PlanItem, taken_with: Wedge["taken_with"]): Wedge {
  if (one.step_kind === "L") return trot;
  const timed = one.step_kind === "T";
  const rows = ROWS[one.step ?? ""] ?? [];
  return { ...trot, taken_with: taken_with ?? null, rows, timed, coarse: null, counted: null };
}

const FLAG: RingPack["flags"][number] = {
  code: "stumbles",
  any_of: [
    {
      when_any: [[{ field: "event", any_of: ["stumble"], below: null, above: null }]],
      at_least: 2,
      step: null,
      side: null,
      first_only: false,
      share: null,
      same_within_s: null,
    },
  ],
  name: "stumbles",
  say: "Have it looked at.",
  holds_back_words: "no harder work",
  drops: [],
};
