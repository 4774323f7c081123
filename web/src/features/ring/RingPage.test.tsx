import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { taken } from "../../shared/api/compactPack";
import type { SyncItem, SyncProblem } from "../../shared/api/types";
import { readDraft, writeDraft } from "../../shared/outbox/database";
import { renderAt } from "../../shared/testing/renderAt";
import type { RingDraft } from "./ringDraft";
import { HORSE, testPack } from "./testPack";

const PROBLEM: SyncProblem = {
  path: "ask.level",
  value: 12,
  reason: "is too large",
  allowed: "a whole number 1 to 10",
};

/** A server that keeps what it is sent; `refuses` picks what it will not take. */
const ANSWERS = (saved: SyncItem[], refuses: (item: SyncItem) => boolean = () => false) => ({
  [`/api/horses/${HORSE}/pack`]: taken(testPack()),
  "/api/sync": async (request: Request) => {
    const { items } = (await request.json()) as { items: SyncItem[] };
    const answers = items.map((item) => {
      const status = refuses(item) ? "refused" : "saved";
      if (status === "saved") saved.push(item);
      return { id: item.id, status, problems: status === "refused" ? [PROBLEM] : [] };
    });
    return { body: { answers } };
  },
});

/** The session on the device is of the day before. */
async function aDayPasses() {
  const key = `ring:${HORSE}`;
  const draft = await readDraft<RingDraft>(key);
  await writeDraft(key, { ...draft, date: "2026-06-14" });
}

/** The session starts once it is known whether there is a newer plan. */
async function seenTo() {
  const button = await screen.findByRole("button", { name: "All seen to" });
  await waitFor(() => expect(button).toBeEnabled());
  await userEvent.click(button);
}

async function inTheRing(refuses: (item: SyncItem) => boolean = () => false) {
  const saved: SyncItem[] = [];
  await renderAt(`/horses/${HORSE}/ring`, ANSWERS(saved, refuses));
  await seenTo();
  await userEvent.click(await screen.findByRole("button", { name: /Next knot/ }));
  await screen.findByRole("heading", { name: "Walk to trot" });
  return { saved, asks: () => saved.filter((item) => item.type === "ask") };
}

const instruction = () => document.querySelector<HTMLElement>("[data-advice]") as HTMLElement;
const advice = () => instruction().dataset.advice;
const bar = (level: number) => screen.getByRole("button", { name: new RegExp(`^${level}\\b`) });

/** Two taps nearer than a glove's bounce are one; a rider's are not. */
async function tap(level: number) {
  await userEvent.click(bar(level));
  await new Promise((done) => setTimeout(done, 160));
}

describe("the ring", () => {
  it("begins only when the short list was seen to", async () => {
    await renderAt(`/horses/${HORSE}/ring`, { [`/api/horses/${HORSE}/pack`]: taken(testPack()) });
    expect(await screen.findByText(/Helmet, gloves, boots/)).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /Next knot/ })).not.toBeInTheDocument();
  });

  it("answers each tap at once, and sends it", async () => {
    const { asks } = await inTheRing();
    expect(instruction()).toHaveTextContent("Begin on the left. From the lightest.");
    await tap(8);
    expect(advice()).toBe("repeat-from-light");
    expect(instruction()).toHaveTextContent("Answered at 8, above the band 1 to 3");
    await tap(2);
    expect(advice()).toBe("rest-repeat");
    expect(screen.getByText("2 of at most 8")).toBeInTheDocument();
    await waitFor(() => expect(asks()).toHaveLength(2));
    expect(asks()[0]?.body).toMatchObject({
      step: "up-wt.3",
      side: "left",
      level: 8,
      answered: true,
    });
  });

  it("sends the horse to the other side after three light answers in a row", async () => {
    await inTheRing();
    for (const level of [2, 2, 3]) await tap(level);
    expect(advice()).toBe("change-side");
    await userEvent.click(screen.getByRole("button", { name: "Go to the right" }));
    expect(instruction()).toHaveTextContent("Begin on the right");
  });

  it("takes a tap back, here and at the server", async () => {
    const { saved, asks } = await inTheRing();
    await tap(9);
    await waitFor(() => expect(asks()).toHaveLength(1));
    await userEvent.click(screen.getByRole("button", { name: /Undo/ }));
    expect(advice()).toBe("begin");
    await waitFor(() => expect(saved.at(-1)?.type).toBe("delete"));
    expect(saved.at(-1)?.id).toBe(asks()[0]?.id);
  });

  it("hears what came with an answer before the level is tapped", async () => {
    const { asks } = await inTheRing();
    await userEvent.click(screen.getByRole("button", { name: "Tight" }));
    expect(screen.getByRole("button", { name: "Tight" })).toHaveAttribute("aria-pressed", "true");
    await tap(2);
    await userEvent.click(screen.getByRole("button", { name: "No answer" }));
    expect(screen.getByText("No answer up to")).toBeInTheDocument();
    await tap(6);
    await waitFor(() => expect(asks()).toHaveLength(2));
    expect(asks()[0]?.body).toMatchObject({ tension: "tight", level: 2 });
    expect(asks()[1]?.body).toMatchObject({ answered: false, level: 6 });
  });

  it("calms down when the horse is alarmed, and stops when something dangerous happens", async () => {
    const { saved } = await inTheRing();
    await userEvent.click(screen.getByRole("button", { name: "Alarmed" }));
    expect(advice()).toBe("calm-down");
    await userEvent.click(screen.getByRole("button", { name: "More …" }));
    const sheet = await screen.findByRole("dialog");
    await userEvent.click(within(sheet).getByRole("button", { name: "Stumble" }));
    await waitFor(() => expect(advice()).toBe("body-flag"));
    await waitFor(() => expect(saved.some((item) => item.type === "event")).toBe(true));
  });

  it("takes two taps of a bouncing glove as one", async () => {
    const { asks } = await inTheRing();
    bar(4).click();
    bar(4).click();
    await waitFor(() => expect(asks()).toHaveLength(1));
    await new Promise((done) => setTimeout(done, 160));
    bar(4).click();
    await waitFor(() => expect(asks()).toHaveLength(2));
  });

  it("says each fault in words, and adds one to the answer just given", async () => {
    const { saved, asks } = await inTheRing();
    await userEvent.click(screen.getByRole("button", { name: "More …" }));
    await userEvent.click(await screen.findByRole("button", { name: "late" }));
    await userEvent.click(screen.getByRole("button", { name: "Close" }));
    expect(await screen.findByText("late")).toBeInTheDocument();
    expect(screen.queryByText("slow")).not.toBeInTheDocument();
    await tap(2);
    await waitFor(() => expect(asks()[0]?.body).toMatchObject({ faults: ["slow"] }));
    await tap(3);
    await userEvent.click(screen.getByRole("button", { name: "More …" }));
    await screen.findByRole("button", { name: /The answer just given: Answered at 3/ });
    await userEvent.click(screen.getByRole("button", { name: "Wrong", hidden: false }));
    await waitFor(() => expect(asks().at(-1)?.body).toMatchObject({ level: 3, correct: "no" }));
    expect(saved.at(-2)?.type).toBe("delete");
    await userEvent.click(screen.getByRole("button", { name: "Close" }));
    expect(advice()).toBe("remedy");
  });

  it("hears what happens on a knot where nothing is asked, and goes back to the one before", async () => {
    const { saved } = await inTheRing();
    await userEvent.click(screen.getByRole("button", { name: /↑/ }));
    await screen.findByRole("heading", { name: "Settle" });
    await userEvent.click(screen.getByRole("button", { name: /Something happened/ }));
    await userEvent.click(await screen.findByRole("button", { name: "Buck" }));
    await waitFor(() => expect(advice()).toBe("stop-danger"));
    await waitFor(() => expect(saved.at(-1)?.body).toMatchObject({ kind: "buck" }));
    await userEvent.click(await screen.findByRole("button", { name: /Undo/ }));
    expect(advice()).toBe("begin");
  });

  it("begun by an older version of the page is not gone on with, and nothing of it is lost", async () => {
    const { saved } = await inTheRing();
    await tap(4);
    await waitFor(() => expect(saved.some((item) => item.type === "ask")).toBe(true));
    const draft = await readDraft<RingDraft>(`ring:${HORSE}`);
    await writeDraft(`ring:${HORSE}`, { ...draft, version: 1 });
    await renderAt(`/horses/${HORSE}/ring`, ANSWERS(saved), "same");
    expect(await screen.findByText(/begun before an update/)).toBeInTheDocument();
    expect(screen.getByText(/It holds 1 entry/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: /Finish it as of/ }));
    await waitFor(() => expect(saved.at(-1)?.body).toHaveProperty("ended", expect.any(String)));
    expect(saved.filter((item) => item.type === "delete")).toEqual([]);
    expect(await screen.findByRole("button", { name: "All seen to" })).toBeInTheDocument();
  });

  it("is worked by keys alone", async () => {
    const { asks } = await inTheRing();
    await userEvent.keyboard("n7");
    await userEvent.keyboard("3");
    await userEvent.keyboard("s");
    expect(screen.getByRole("button", { name: "Right", pressed: true })).toBeInTheDocument();
    await userEvent.keyboard("0");
    await userEvent.keyboard("u");
    await waitFor(() => expect(asks()).toHaveLength(3));
    expect(asks().map((item) => (item.body as { level: number }).level)).toEqual([7, 3, 10]);
    await userEvent.keyboard("?");
    expect(await screen.findByRole("dialog")).toHaveTextContent("answered at that level");
  });

  it("goes on where it was when the page is opened again", async () => {
    await inTheRing();
    await tap(5);
    await renderAt(`/horses/${HORSE}/ring`, {}, "same");
    expect(await screen.findByText("1 of at most 8")).toBeInTheDocument();
    expect(advice()).toBe("repeat-from-light");
    expect(screen.getByText("knot 2 of 3")).toBeInTheDocument();
  });

  it("asks about a session of an earlier day, and never goes on with it silently", async () => {
    const { saved } = await inTheRing();
    await tap(5);
    await aDayPasses();
    await renderAt(`/horses/${HORSE}/ring`, ANSWERS(saved), "same");
    expect(await screen.findByRole("heading", { name: /is still open/ })).toBeInTheDocument();
    expect(screen.getByText(/It holds 1 entry/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Throw it away" }));
    await waitFor(() => expect(saved.filter((item) => item.type === "delete")).toHaveLength(1));
    await userEvent.click(await screen.findByRole("button", { name: "Bring it back" }));
    await screen.findByRole("heading", { name: /is still open/ });
    await userEvent.click(screen.getByRole("button", { name: /Finish it as of/ }));
    await waitFor(() =>
      expect(saved.findLast((item) => item.type === "session")?.body?.ended).toBeTruthy(),
    );
    expect(await screen.findByRole("button", { name: "All seen to" })).toBeInTheDocument();
    expect(screen.queryByText(/was thrown away/)).not.toBeInTheDocument();
  });

  it("keeps what the server will not take, with what is wrong, where and the range", async () => {
    await inTheRing((item) => item.type === "ask");
    await tap(4);
    const state = await screen.findByRole("button", { name: "1 could not be saved" });
    await userEvent.click(state);
    const dialog = await screen.findByRole("dialog");
    expect(dialog).toHaveTextContent("nothing is lost");
    expect(dialog).toHaveTextContent("up-wt.3 · left · 4");
    expect(dialog).toHaveTextContent(
      "ask.level “12”: is too large (allowed: a whole number 1 to 10)",
    );
    await userEvent.click(within(dialog).getByRole("button", { name: "Throw this one away" }));
    await waitFor(() => expect(screen.getAllByText("All saved").length).toBeGreaterThan(0));
  });

  it("says that there is no signal and what waits, and loses nothing", async () => {
    let away = true;
    const saved: SyncItem[] = [];
    await renderAt(`/horses/${HORSE}/ring`, {
      [`/api/horses/${HORSE}/pack`]: taken(testPack()),
      "/api/sync": async (request: Request) => {
        if (away) throw new TypeError("no network");
        const { items } = (await request.json()) as { items: SyncItem[] };
        saved.push(...items);
        return {
          body: { answers: items.map(({ id }) => ({ id, status: "saved", problems: [] })) },
        };
      },
    });
    await seenTo();
    await userEvent.click(await screen.findByRole("button", { name: /Next knot/ }));
    await screen.findByRole("heading", { name: "Walk to trot" });
    await tap(6);
    expect(await screen.findByText(/No signal · \d waiting/)).toBeInTheDocument();
    away = false;
    window.dispatchEvent(new Event("online"));
    await waitFor(() => expect(saved.filter((item) => item.type === "ask")).toHaveLength(1));
    expect(await screen.findByText("All saved")).toBeInTheDocument();
  });
});

describe("a spook at the ring", () => {
  const button = (name: RegExp | string) => screen.getByRole("button", { name });
  const spooks = (saved: SyncItem[]) => saved.filter((item) => item.type === "event");

  it("is told with thing, way and how long it took, each by a tap", async () => {
    const { saved } = await inTheRing();
    await tap(4);
    expect(screen.queryByRole("button", { name: /Calm again/ })).toBeNull();
    await userEvent.click(button(/^More/));
    await userEvent.click(await screen.findByRole("button", { name: "Spook" }));
    await userEvent.click(await screen.findByRole("button", { name: "At what?" }));
    await userEvent.click(await screen.findByRole("button", { name: "gulls" }));
    await userEvent.click(button("towards home"));
    await userEvent.click(button("away from home"));
    await userEvent.click(button("in front"));
    await userEvent.click(button("Close"));
    await userEvent.click(await screen.findByRole("button", { name: /Calm again · 0:0/ }));
    expect(await screen.findByRole("button", { name: /^Calm after 0:0/ })).toBeDisabled();
    await waitFor(() =>
      expect(spooks(saved).at(-1)?.body).toMatchObject({
        kind: "spook",
        thing: "gulls",
        spot: "away from home, in front",
        recovered_s: expect.any(Number),
      }),
    );
    // Each time it was sent anew, the one before was struck out.
    const struckOut = saved.filter((item) => item.type === "delete").map((item) => item.id);
    const told = spooks(saved).map((item) => item.id);
    expect(struckOut).toEqual(told.slice(0, -1));
  });
});

describe("a note at the ring", () => {
  it("is kept with every letter and goes with the session", async () => {
    const { saved } = await inTheRing();
    await tap(4);
    await userEvent.click(screen.getByRole("button", { name: /^More/ }));
    await userEvent.type(
      await screen.findByRole("textbox", { name: "Note on this session" }),
      "left ear back",
    );
    const kept = await readDraft<RingDraft>(`ring:${HORSE}`);
    expect(kept?.note).toBe("left ear back");
    await userEvent.click(screen.getByRole("button", { name: "Close" }));
    for (const _ of kept?.order.slice(kept.current) ?? [])
      await userEvent.click(screen.getByRole("button", { name: /Next knot|Save and debrief/ }));
    await waitFor(() =>
      expect(saved.findLast((item) => item.type === "session")?.body).toMatchObject({
        note: "left ear back",
      }),
    );
  });
});
