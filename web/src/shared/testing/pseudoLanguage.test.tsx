// Every page spoken in the pseudo-language: text that is not in the catalogue of words shows itself.
import { screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { HORSE as IN_THE_RING, testPack } from "../../features/ring/testPack";
import { taken } from "../api/compactPack";
import { speak } from "../text/spoken";
import { leftOver, pseudoLanguage } from "./pseudoLanguage";
import { HORSE, ME, renderAt } from "./renderAt";
import sample from "./sampleAnswers.generated.json";

// Every group of words is there before another language is spoken, whichever page wants it first.
import.meta.glob("../text/en*.ts", { eager: true });

const PACK = testPack();
const PEOPLE = {
  people: [
    {
      id: 1,
      name: "Wren",
      signs_in_as: "wren",
      email: "",
      role: "trainer",
      seen_at: null,
      until: null,
    },
    {
      id: 4,
      name: "Olive",
      signs_in_as: "olive",
      email: "",
      role: "owner",
      seen_at: null,
      until: null,
    },
  ],
  links: [],
  left: [],
};
const EXPORTS = {
  exports: [
    { id: "asks", what: "Every ask", for_whom: "a spreadsheet", format: "csv", of: "horses" },
  ],
};

/** What is said by the server, in its own words or as codes, is its own to translate. */
const FROM_THE_SERVER = longestFirst([sample, ME, PACK, PEOPLE, EXPORTS].flatMap(stringsIn));
/** Names of days and months are the browser's own. */
const DATES = longestFirst(
  Array.from({ length: 366 }, (_, n) => new Date(Date.UTC(2026, 0, 1 + n))).flatMap((on) =>
    (["long", "short"] as const).flatMap((form) => [
      on.toLocaleDateString("en-GB", { month: form }),
      on.toLocaleDateString("en-GB", { weekday: form }),
    ]),
  ),
);
/** Names that are the same in any language, and what joins words of the catalogue to figures. */
const ANY_LANGUAGE = [
  "Bucephal",
  "JSON",
  "PDF",
  "HTML",
  "min",
  "kg",
  "cm",
  "°C",
  "am",
  "pm",
  "at",
  "CSV",
];

/** A step's id, as it is written in records. */
const A_STEP = /[a-z]+(-[a-z]+)*\.\d+/g;

const PAGES = [
  "/",
  `/horses/${HORSE}/plan`,
  `/horses/${HORSE}/debrief`,
  `/horses/${HORSE}/sheet`,
  `/horses/${HORSE}/sheet/up-wt.2`,
  `/horses/${HORSE}/history`,
  `/horses/${HORSE}/compare?by=sides`,
  `/horses/${HORSE}/report`,
  `/horses/${HORSE}/pictures`,
  `/horses/${HORSE}/ladder`,
  `/horses/${HORSE}/ladder/up-wt.2`,
  `/horses/${HORSE}/arrival`,
  `/horses/${HORSE}/flags`,
  `/horses/${HORSE}/look`,
  `/horses/${HORSE}/edit`,
  "/ground",
  "/account",
  `/horses/${IN_THE_RING}/ring`,
  `/horses/${HORSE}/debrief/write`,
  "/new-horse",
  "/ground/places/new",
  "/yard/schools",
  "/yard/exercises",
  "/yard/exercises/steer",
  "/yard/exercises/new",
  "/yard/scales",
  "/yard/kit",
  "/yard/exchange",
  "/yard/people",
  "/no-such-page",
];

beforeEach(() => speak(pseudoLanguage()));
afterEach(() => speak(null));

describe("in another language", () => {
  it.each(PAGES)("nothing is left in English at %s", async (page) => {
    await renderAt(page, {
      "/api/me/devices": { devices: [] },
      [`/api/horses/${HORSE}/pictures`]: { pictures: [] },
      [`/api/horses/${IN_THE_RING}/pack`]: taken(PACK),
      "/api/people": PEOPLE,
      "/api/people/owned": { horses: { 4: [] } },
      "/api/exports": EXPORTS,
      "/api/imports": { imports: [] },
      "/api/archives": { archives: [] },
    });
    await waitFor(() => expect(document.querySelector("main, form")).not.toBeNull());
    await waitFor(() => expect(screen.queryByText(/⟦Loading/)).toBeNull());
    const found = [...new Set(shownTexts().map(unsaid).filter(Boolean))];
    expect(found).toEqual([]);
  });

  it("knows text that was left in the code when it sees it", () => {
    document.body.innerHTML = "<p>⟦Saved⟧ Kept in the code</p>";
    expect(shownTexts().map(unsaid)).toEqual(["Kept in the code"]);
  });
});

/** Every text on the page, and every name that is only heard. */
function shownTexts(): string[] {
  const texts: string[] = [];
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walk.nextNode(); node; node = walk.nextNode())
    if (!node.parentElement?.closest("script, style, tspan")) texts.push(node.textContent ?? "");
  // What is broken into lines is one text.
  for (const drawn of document.querySelectorAll("svg text"))
    texts.push(
      Array.from(drawn.querySelectorAll("tspan"), (one) => one.textContent)
        .join(" ")
        .replace(/\s+/g, " "),
    );
  for (const name of ["aria-label", "title", "placeholder", "alt"])
    for (const one of document.querySelectorAll(`[${name}]`))
      texts.push(one.getAttribute(name) ?? "");
  return texts;
}

/** Of a text what nobody said: neither the catalogue, nor the server, nor the calendar. */
function unsaid(text: string): string {
  let left = leftOver(text).replace(A_STEP, " ");
  if (!/[A-Za-z]{2}/.test(left)) return "";
  for (const known of FROM_THE_SERVER) if (/\s/.test(known)) left = left.split(known).join(" · ");
  for (const known of [...DATES, ...ANY_LANGUAGE])
    left = left.replace(new RegExp(`(?<![A-Za-z])${known}(?![A-Za-z])`, "g"), " · ");
  // What is left in one word is known as a whole, or not at all.
  const words = new Set(FROM_THE_SERVER);
  const unknown = left
    .split(/[,:;·()\d/]+/)
    .map((one) => one.trim())
    .filter((one) => /[A-Za-z]{2}/.test(one) && !words.has(one));
  return unknown.join(" ");
}

function stringsIn(value: unknown): string[] {
  if (typeof value === "string") return [value];
  if (Array.isArray(value)) return value.flatMap(stringsIn);
  if (typeof value === "object" && value !== null) return Object.values(value).flatMap(stringsIn);
  return [];
}

function longestFirst(texts: string[]): string[] {
  const known = new Set(texts.filter((one) => /[A-Za-z]{2}/.test(one)));
  return [...known].sort((a, b) => b.length - a.length);
}
