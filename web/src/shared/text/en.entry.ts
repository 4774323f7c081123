// Words of quick entry and of putting a past session right. What is said of horses and of the notation comes from
// the server.
import { spoken } from "./spoken";
export const entry = spoken("entry", {
  link: "Write a session in",
  title: (name: string) => `Write in what ${name} did`,
  lead: "One line for each exercise: the step, the side, the answers. For a whole week, begin each day with its name.",
  on: "Lines without a day are of",
  label: "The session, a line an exercise",
  placeholder: "up-wt L 8 6 5 4 2 2 3",
  options: "What could stand here",
  optionsHelp: "Tab takes the marked one, the arrows with Alt mark another, Esc puts them away.",
  read: "So it is read",
  reading: "Reading…",
  notRead: "No signal: what you type is kept here, and is read when there is signal again.",
  save: "Save it",
  problems: "To mend",
  at: (line: number, column: number) => `Line ${line}, place ${column}`,
  help: "How it is written",
  helpColumns: ["Written", "Says"],
  asks: "Answers",
});

export const correcting = spoken("correcting", {
  link: "Put right",
  title: (day: string) => `Put right: ${day}`,
  lead: "Change, strike out or add what you like. An answer that is typed anew takes the place of the old one; who changed what stays to be seen.",
  changes: "What this changes",
  save: "Put it right",
  cancel: "Leave it as it was",
  history: "Put right since",
  by: (who: string, at: string) => `${who}, ${at}`,
  riding: (rider: string) => (rider ? `For ${rider} to work on` : "For whoever rode to work on"),
  loggedOn: "Logged on",
  answers: (count: number) => (count === 1 ? "1 answer" : `${count} answers`),
  yours: "this one",
  move: "It was another horse",
  moveLead: "Everything in this session becomes the other horse's; both are worked out anew.",
  to: "Which horse was it?",
  moveDo: "Give it to that horse",
  cannot: "This session could not be put right.",
});

export const together = spoken("together", {
  help: "Log in it too, and both are kept as one session; its settling, its day and its end stay with that device.",
  join: "Log in that session",
  joined: "You log in a session that another device began.",
  others: "Logged by others",
});
