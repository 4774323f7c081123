// What goes out of the yard and what comes in.
import { spoken } from "./spoken";

export const exchangeText = spoken("exchangeText", {
  out: "Take out",
  outLead: "What is written here is in open formats: any program may read it.",
  of: "Of",
  all: "All horses",
  forWhom: "for",
  take: "Take out",
  takeName: (what: string) => `Take out: ${what}`,
  oneHorse: "Choose one horse",
  below: "Below",
  toAccount: "Your account",
  in: "Take in",
  inLead:
    "A horse's record (JSON), or asks from a table (CSV). First you see what it would do; for a day it can be undone.",
  choose: "Choose a file",
  other: "Another file",
  reading: "Reading it",
  refused: "It cannot be taken in as it is. Nothing was changed.",
  into: "Into",
  byItself: "The horse that it names",
  asNew: "A new horse",
  whose: "Whose asks are these?",
  isNew: (name: string) => `${name} comes as a new horse, with its own school and bands.`,
  isThere: (name: string) => `${name} is here: what is new is added, what is here stays as it is.`,
  renamed: (count: number) =>
    `${count} ids name something else here already; these things get ids of their own.`,
  nothingNew: "Nothing in it is new.",
  part: "Part",
  parts: {
    whole_sessions: "Sessions",
    asks: "Asks",
    events: "Events",
    rest: "About the horse",
  },
  came: {
    new: "New",
    equal: "Equal",
    different: "Different",
    "struck-out": "Struck out here",
  },
  session: "Session",
  sessionsTitle: "Sessions that are not equal",
  inside: (asks: number) => (asks === 0 ? "" : `, ${asks} new in it`),
  differing: "What differs: here it stays as it is",
  beside: "New about the horse",
  place: "Place in the file",
  here: "Here",
  there: "In the file",
  untold: (count: number) => `and ${count} more`,
  go: "Take it in",
  leave: "Leave it",
  taken: (name: string) => `Taken in: ${name}.`,
  show: "Show the horse",
  unsent: (count: number) =>
    `${count} things that could not be sent from a device. Sent from here, each is there once, however often it comes.`,
  sendFromHere: "Send them from here",
  sentFromHere: "They are sent from here: what waits is told at the top.",
  lately: "Taken in lately",
  latelyLine: (asks: string, sessions: string, who: string, when: string) =>
    `${asks}, ${sessions} new; ${who}, ${when}`,
  asks: (count: number) => (count === 1 ? "1 ask" : `${count} asks`),
  sessions: (count: number) => (count === 1 ? "1 session" : `${count} sessions`),
  undo: "Undo",
  undoName: (name: string) => `Undo: ${name}`,
  undoHelp: (until: string) =>
    `Takes away what came with it, and nothing that was logged since. Until ${until}.`,
  undoSure: "Undo, surely",
  undone: "Undone.",
  failed: "That did not go through. Nothing was changed.",
  changed: "The horse was worked meanwhile: look once more at what it would do now.",
  columnsLead: "What each column is. Those without a meaning are left aside.",
  aside: "Left aside",
  columnOf: (name: string) => `What is the column ${name}?`,
  dates: "How days are written",
  dateOrders: {
    "year-first": "2026-06-15",
    "day-first": "15/6/2026, the day first",
    "month-first": "6/15/2026, the month first",
  },
  datesUnsure: "Every day in it could be read both ways: make sure.",
  readAs: (rows: string, encoding: string) => `${rows}, read as ${encoding}`,
  rows: (count: number) => (count === 1 ? "1 row" : `${count} rows`),
  others: (count: number) => `${count} of other horses are left aside`,
  line: "Line",
  missing: (meanings: string) => `Say which column is: ${meanings}.`,
  wrong: (count: number) =>
    count === 1 ? "1 cell cannot be read:" : `${count} cells cannot be read:`,
  tableLabel: "The table, with what is wrong in its place",
  meanings: {
    horse: "Horse",
    date: "Day",
    kind: "Kind of session",
    step: "Step",
    side: "Side",
    level: "Level, 1 to 10",
    answered: "Answered?",
    coarse: "Light or heavy",
    band_top: "Top of the band",
    correct: "Right movement?",
    tension: "Tension",
    over: "Too much?",
    grade: "Grade, 1 to 5",
    extent: "How much of it",
    strength: "How strong, 1 to 5",
    distance_m: "Distance (m)",
    let_go_s: "Let go after (s)",
    delay: "Delay (s)",
    probe: "A probe?",
    lead_front: "Lead in front",
    lead_hind: "Lead behind",
    faults: "Faults",
    at: "Time",
    spot: "Place",
    id: "Id",
  },
  archives: "Archives",
  archivesLead: (kept: number) =>
    kept === 0
      ? "Everything in one file. None is made at night: whoever runs the machine has said so."
      : `Everything in one file, made each night; the last ${kept} stay.`,
  archivesOfAll: "Other yards are on this machine: copies are for whoever runs it.",
  overdue: "Last night went by without one.",
  none: "None was made yet.",
  last: (age: string, size: string) => `The last one is ${age}, ${size}.`,
  make: "Make one now",
  making: "Making it",
  made: "Made",
  size: "Size",
  copy: "Take a copy",
  copyName: (made: string) => `Take a copy of that of ${made}`,
  restoreTitle: "Putting one back",
  restoreLead:
    "Is done on the machine itself, with the server stopped: manage.py restore FILE. It says what it replaces, archives that first, and asks.",
});

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** How old something is, as one says it. */
export function age(made: string, now: number): string {
  const passed = Math.max(now - new Date(made).getTime(), 0);
  if (passed < 2 * MINUTE) return "just made";
  if (passed < 2 * HOUR) return `${Math.round(passed / MINUTE)} minutes old`;
  if (passed < 2 * DAY) return `${Math.round(passed / HOUR)} hours old`;
  return `${Math.round(passed / DAY)} days old`;
}

/** 12 kB, 3.4 MB: of a file. */
export function size(bytes: number): string {
  if (bytes < 1000) return `${bytes} B`;
  if (bytes < 1e6) return `${Math.round(bytes / 1000)} kB`;
  return `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
}
