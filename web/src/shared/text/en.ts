// Every text of the interface that does not come from the core, for one language.
import { arrivalText, exerciseText, guideText, horseText, ladderText, yardText } from "./en.ladder";

export const text = {
  ladder: ladderText,
  guide: guideText,
  arrival: arrivalText,
  horse: horseText,
  yard: yardText,
  exercise: exerciseText,
  product: "Bucephal",
  places: {
    today: "Today",
    plan: "Plan",
    ring: "Ring",
    debrief: "Debrief",
    sheet: "Sheet",
    ladder: "Ladder",
    yard: "Yard",
  },
  shell: {
    horses: "Horses",
    menu: "Horses and places",
    close: "Close",
    signOut: "Sign out",
    skip: "Skip to the page",
    theme: { light: "Light", dark: "Dark", system: "As device" },
    appearance: "Appearance",
    noHorses: "No horses in this yard yet.",
    daysOff: (days: number | null, lastOn?: string | null) => {
      if (days === null) return "not worked yet";
      if (days === 0) return lastOn && isToday(lastOn) ? "worked today" : "worked yesterday";
      return days === 1 ? "1 day off" : `${days} days off`;
    },
  },
  saving: {
    saved: "All saved",
    waiting: (n: number) => `${n} waiting`,
    sending: (n: number) => `Saving ${n}`,
    refused: (n: number) => `${n} could not be saved`,
    offline: (n: number) => (n ? `No signal · ${n} waiting` : "No signal"),
    signIn: (n: number) => `${n} waiting: sign in`,
    refusedTitle: "What could not be saved",
    refusedHelp:
      "The server will not take these as they are. They are kept on this device; nothing is lost.",
    discard: "Throw this one away",
    again: "Try again",
    allowed: "allowed",
  },
  signIn: {
    title: "Sign in to your yard",
    lead: "How light each cue is, left and right, and what to do next.",
    name: "Name",
    password: "Password",
    go: "Sign in",
    wrong: "The name or the password is not right. What you typed is still here.",
    locked: "Too many tries. Wait a quarter of an hour, then try again.",
    offline: "No answer from the server. Check the signal and try again.",
  },
  state: {
    loading: "Loading",
    notFound: "There is no such horse in this yard.",
    notFoundHelp: "Choose one from the list.",
    noPage: "There is no such page.",
    failed: "That did not work.",
    offline: "No signal, and this page is not on the device yet.",
    noSignal: "No signal: try again where there is some.",
    again: "Try again",
    toToday: "Go to Today",
  },
  today: {
    summary: (n: number, minutes: number) =>
      n === 0
        ? "No horse needs working today."
        : `${n} ${n === 1 ? "horse" : "horses"}, ${duration(minutes)} in all.`,
    helper: "A helper is here today",
    start: "Start",
    resume: "Go on",
    plan: "Plan",
    startName: (horse: string) => `Start a session with ${horse}`,
    resumeName: (horse: string) => `Go on with the session of ${horse}`,
    planName: (horse: string) => `Plan for ${horse}`,
    rest: "rest",
    done: "done",
    minutes: (n: number) => `${n} min`,
    wantsHelper: "more is possible with a helper",
    order: "In working order: what needs putting right first, then the longest off.",
    empty: "No horses yet. They will be listed here, in working order, with the next step of each.",
    packs: (n: number, of: number) =>
      n === of
        ? "Everything for today is on this device. You can go without signal."
        : `Fetching what the ring needs: ${n} of ${of} on this device.`,
    flag: "Flag",
  },
  plan: {
    kinds: {
      settle: "settle",
      assess: "try",
      check: "check",
      repair: "put right",
      practice: "go on",
      new: "new",
      "easy-yes": "easy yes",
      loosen: "finish",
    },
    ordinary: "Ordinary work instead",
    assessing: "It has just come: first see what it knows.",
    whenItCame: "When it came",
    headline: (weekday: string, daysOff: number | null, minutes: number, schooling: number) =>
      `${weekday}${daysOff === null ? "" : `, ${ordinalDayOff(daysOff)}`}. ${minutes} minutes, of which ${schooling} schooling.`,
    minutes: "Minutes",
    helper: "Helper",
    air: "Air, °C",
    humidity: "Humidity, %",
    whyNot: "Why not …",
    mind: "Mind",
    more: (n: number) => `${n} more`,
    fewer: "Show fewer",
    toRing: "Take it to the ring",
    print: "Print",
    drop: "Drop",
    dropName: (name: string) => `Drop ${name} from today`,
    putBack: "Put back",
    earlier: "Earlier",
    later: "Later",
    moveName: (name: string, where: string) => `Move ${name} ${where}`,
    dropped: "Dropped for today",
    asks: (n: number) => (n === 1 ? "1 ask" : `${n} asks`),
    light: (low: number, high: number) => `light is ${low === high ? low : `${low}–${high}`}`,
    first: (side: string) => `${side} first`,
    cap: (cap: number) => `at most ${cap} tries a side`,
    doneWhen: "Done when",
    ifWrong: (looks: string) => `If it ${looksVerb(looks)}`,
    figures: "Figures",
    details: "Done when, remedy, figures",
    empty: "Nothing is planned.",
    nothingNew: "Nothing new today",
    disclaimer:
      "Advice, not orders: your instructor, vet and saddler on the spot, and local rules, go first.",
    helperBadge: "helper",
  },
  ring: {
    passed: (n: number) =>
      n === 1
        ? "One knot passed over: what it rests on did not come."
        : `${n} knots passed over: what they rest on did not come.`,
    knot: (n: number, of: number) => `knot ${n} of ${of}`,
    left: "Left",
    right: "Right",
    answeredAt: "It answered at",
    answeredHelp: "tap a bar",
    noAnswerUpTo: "No answer up to",
    strength: "It let go at strength",
    notLetGo: "It did not let go at strength",
    measured: (unit: string) => `Measured, ${unit}`,
    band: (low: number, high: number) => `light ${low}–${high}`,
    light: "light",
    wanted: "wanted",
    chips: {
      none: "No answer",
      notYet: "Not yet",
      tight: "Tight",
      alarmed: "Alarmed",
      over: "Leapt",
      wrong: "Wrong",
      more: "More",
    },
    undo: "Undo",
    next: "Next knot",
    finish: "Save and debrief",
    breakFor: (clock: string) => `Break ${clock}`,
    start: (side: string, ask: string) =>
      (side ? `Begin on the ${side}.` : "Begin.") + (ask ? "" : ""),
    why: "Why",
    tries: (n: number, cap: number | null) =>
      cap === null ? `${n} so far` : `${n} of at most ${cap}`,
    switchTo: (side: string) => `Go to the ${side}`,
    events: "Something happened",
    faults: "What went wrong",
    riderFaults: "The rider or handler",
    levels: "What the levels mean",
    event: {
      spook: "Spook",
      stumble: "Stumble",
      uneven: "Uneven",
      buck: "Buck",
      rear: "Rear",
      bolt: "Bolt",
      kick: "Kick",
      fall: "Fall",
    },
    settle: {
      start: "Start the clock",
      first: "First stretch",
      whole: "Whole circle stretched",
      never: "Did not settle",
      running: "Since the start",
      help: "Mark the first stretch of the neck, then the first whole circle stretched.",
      done: (first: string, whole: string) => `First stretch ${first}, whole circle ${whole} min.`,
    },
    timer: { start: "Start the clock", stop: (s: number) => `${s} s` },
    keys: "Keys",
    keysTitle: "Keys",
    keyList: [
      ["1 to 9, 0", "answered at that level (0 is 10)"],
      ["n", "no answer: then the level"],
      ["t", "tight: then the level"],
      ["l", "leapt: then the level"],
      ["w", "wrong movement: then the level"],
      ["a", "alarmed, at once"],
      ["s", "other side"],
      ["u", "undo"],
      ["Enter", "next knot"],
      ["?", "this list"],
    ] as const,
    nothing: "Nothing is planned for today.",
    preparing: "Fetching the session",
    noSignal:
      "No signal, and this horse's session is not on the device. Open Today where there is signal first.",
    undone: "Undone",
    leave: "Back to the plan",
    armed: (words: string) => `${words}: now tap the level`,
    dots: "Asks of this knot on this side",
    before: "Before you begin",
    rideSafety:
      "Helmet, gloves, boots; girth and stirrups; halter and rope sound; gates shut; somebody knows you are here; phone in reach.",
    ready: "All seen to",
    discard: "Discard this session",
    discardAsk: "Throw away this session? Nothing has been logged in it.",
  },
  debrief: {
    sessions: "Sessions",
    none: "No session yet. Start one from Today or the plan.",
    waiting: (n: number) =>
      `${n} not sent yet. The debrief is worked out when they are; nothing is lost.`,
    settled: (first: number | null | undefined, whole: number | null | undefined) =>
      [
        first != null ? `first stretch after ${first} min` : "",
        whole != null ? `whole circle after ${whole} min` : "",
      ]
        .filter(Boolean)
        .join(", "),
    notSettled: (whole: number | null | undefined) =>
      `did not settle${whole == null ? "" : ` in ${whole} min`}`,
    openEnds: "Open ends",
    noOpenEnds: "None: everything asked ended light.",
    next: "Next session",
    toPlan: "See the whole plan",
    estimate: "First answer light",
    change: "Start to end",
    asks: "Asks",
    note: "Note",
    events: "What happened",
    accepted: "accepted",
    heavy: "heavy",
    limit: "What was learned shows at the next first ask, not at the end of a session.",
    kind: {
      assessment: "assessment",
      ground: "ground work",
      lunge: "lunging",
      ridden: "ridden",
      hack: "hack",
    } as Record<string, string>,
  },
  step: {
    asks: "Asks",
    notAsked: "Not asked yet. After the first asks their picture is here.",
    trail: (side: string) => `Through time, ${side}`,
    table: "Day by day",
    columns: [
      "Day",
      "Days off",
      "Asks",
      "Level",
      "80 % interval",
      "First answer light",
      "Conditions",
    ],
    legend:
      "dot: an ask, hatched if heavy, faint if alarmed · arrow: no answer up to there · band: 80 % sure of the level after that day · shaded: light · under it: triangle heat, waves strong wind, dots insects, square new place",
    daysOff: (days: number) => `${days} days`,
    share: (share: { light: number; asks: number; low: number; high: number }) =>
      `${share.light} of ${share.asks} asks light; the share in the long run lies between ${Math.round(share.low * 100)} and ${Math.round(share.high * 100)} % (80 % interval).`,
    movers: "What moved it most",
    noMovers: "No single ask of late moved the chance by 0.01 or more.",
    gap: "Left against right",
    gapUnknown: "Cannot be told yet: under ten asks a side on rides where both were asked.",
    howSoon: "How soon",
    rhythm: "Rides a week with it",
    usual: (rides: number | null) => (rides === null ? "as of late" : `as of late (${rides})`),
    aWeek: (rides: number) => (rides === 1 ? "1 ride" : `${rides} rides`),
    fanLegend: "chance to be there by that ride · below: when, if within 40 rides (80 %)",
    see: "How it came there",
  },
  sheet: {
    sides: "Sides",
    left: "left",
    right: "right",
    legend:
      "dot: where it answers · bar: 80 % sure · shaded: light · tail: four weeks ago · small: asks and days it rests on",
    table: "As a table",
    picture: "As a picture",
    settle: "Minutes to settle",
    settleEmpty: "No settle times yet.",
    settleNote: "arrow: never settled in that time",
    since: "Since it came",
    sinceEmpty: "Too little to compare yet.",
    goals: "To the goal",
    goalsEmpty: "No goal set.",
    goalLine: (good: number, of: number) => `${good} of ${of} steps are there`,
    goalNext: "Still to come",
    goalWhy: "How soon, and why",
    shares: "Calm and measured steps",
    flags: "Flags",
    noFlags: "No flags.",
    empty: "Nothing asked yet. After the first session each cue has its row here.",
    limits:
      "Estimates assume equal steps between levels and asks that start at the lightest; the model was chosen on virtual horses.",
    columns: ["Cue", "Side", "Level", "80 % interval", "First answer light", "Asks, days", "State"],
    basis: (asks: number, days: number) => `${asks} asks, ${days} d`,
    leads: "Canter leads",
    leadColumns: ["Rein", "Right", "Wrong", "Disunited", "80 % interval"],
    rowName: (name: string, parts: string[]) =>
      `${name}: ${parts.join("; ")}. Show how it came there`,
    facts: (rides: number, sessions: number) => `${sessions} sessions, ride ${rides}`,
  },
};

function isToday(day: string): boolean {
  return day === new Date().toLocaleDateString("sv-SE");
}

function looksVerb(looks: string): string {
  return `is: ${looks}`;
}

export function duration(minutes: number): string {
  const hours = Math.floor(minutes / 60);
  const rest = minutes % 60;
  if (hours === 0) return `${rest} min`;
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}

function ordinalDayOff(days: number): string {
  if (days === 0) return "no day off before it";
  if (days === 1) return "after 1 day off";
  return `after ${days} days off`;
}
