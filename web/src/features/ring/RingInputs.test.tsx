import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it } from "vitest";
import { taken } from "../../shared/api/compactPack";
import type { RingPack, SyncItem } from "../../shared/api/types";
import { readDraft, writeDraft } from "../../shared/outbox/database";
import { renderAt } from "../../shared/testing/renderAt";
import type { RingDraft } from "./ringDraft";
import { HORSE, sparePack, testPack } from "./testPack";

/** A session without a plan that begins with one exercise; what has been struck out of it is gone. */
async function logging(name: RegExp, also: RingPack["also"] = []) {
  const saved = new Map<string, SyncItem>();
  await renderAt(`/horses/${HORSE}/ring`, {
    [`/api/horses/${HORSE}/pack`]: taken({ ...testPack(), also }),
    [`/api/horses/${HORSE}/spares`]: taken({ ...sparePack(), also }),
    "/api/sync": async (request: Request) => {
      const { items } = (await request.json()) as { items: SyncItem[] };
      for (const item of items)
        if (item.type === "delete") saved.delete(item.id);
        else saved.set(item.id, item);
      return { body: { answers: items.map(({ id }) => ({ id, status: "saved", problems: [] })) } };
    },
  });
  await click(/Just log/);
  await click(name);
  await screen.findByRole("heading", { name });
  const bodies = () =>
    [...saved.values()].filter((item) => item.type === "ask").map((item) => item.body);
  return { bodies, last: () => bodies().at(-1) };
}

async function click(name: RegExp | string) {
  await userEvent.click(await screen.findByRole("button", { name }));
  // Nearer than a glove's bounce two taps are one.
  await new Promise((done) => setTimeout(done, 160));
}

/** The clock of this knot began so long ago. */
async function begunAgo(seconds: number) {
  const key = `ring:${HORSE}`;
  const draft = (await readDraft<RingDraft>(key)) as RingDraft;
  const startedAt = new Date(Date.now() - 1000 * seconds).toISOString();
  const { taking } = draft;
  await writeDraft(key, {
    ...draft,
    startedAt,
    ...(taking ? { taking: { ...taking, startedAt } } : {}),
  });
}

beforeEach(() => localStorage.clear());

describe("each kind of answer", () => {
  it("standing: a clock that is started, and logs the seconds", async () => {
    const { last } = await logging(/^Exercise stand.2/);
    await click("Start the clock");
    expect(screen.getByRole("progressbar")).toBeInTheDocument();
    await click(/It moved · 0:\d\d of 30 s/);
    await waitFor(() => expect(last()).toMatchObject({ step: "stand.2", level: null }));
    expect(last()?.extent).toBeLessThan(30);
    expect(screen.getByRole("button", { name: "Start the clock" })).toBeInTheDocument();
  });

  it("its clock goes on when the page is opened again", async () => {
    await logging(/^Exercise stand.2/);
    await click("Start the clock");
    await begunAgo(31);
    cleanup();
    await renderAt(`/horses/${HORSE}/ring`, {}, "same");
    expect(await screen.findByRole("button", { name: /^There · 0:3\d of 30 s/ })).toBeVisible();
  });

  it("letting go: the clock starts at presenting, with the strength and how near", async () => {
    const { last } = await logging(/^Exercise object.1/);
    await click("Presented: start the clock");
    await click("Not let go");
    await waitFor(() => expect(last()).toMatchObject({ answered: false, let_go_s: null }));
    await click("Presented: start the clock");
    await click(/Let go · 0:\d\d/);
    await waitFor(() => expect(last()).toMatchObject({ answered: true }));
    expect(last()?.let_go_s).toBeLessThan(30);
  });

  it("strides: the working side, then the longer one, in a hundred fewer", async () => {
    const { last } = await logging(/^Exercise trot-range.1/);
    const pad = async (times: number) => {
      for (let n = 0; n < times; n += 1)
        await userEvent.click(screen.getByRole("button", { name: /stride|working side \d/ }));
    };
    await pad(10);
    await click("This was the working side");
    await pad(8);
    await click("Log 20 in a hundred fewer");
    await waitFor(() => expect(last()).toMatchObject({ step: "trot-range.1", extent: 20 }));
  });

  it("a hack: the share of it that was calm", async () => {
    const { last } = await logging(/^Exercise hack.1/);
    await click("Start the clock");
    await click("Tense now");
    await click("Calm again");
    await click("Log it");
    await waitFor(() => expect(last()?.extent).toBeLessThanOrEqual(100));
  });

  it("a corner: which one, with the leg or without, and then the metres", async () => {
    const { last, bodies } = await logging(/^Exercise line.2/);
    await click("Which corner: M");
    await click("The inside leg: with");
    await click(/^2\b/);
    await waitFor(() =>
      expect(last()).toMatchObject({ spot: "the corner by M", second_aid: 1, step: "line.2" }),
    );
    // It holds for the next one, until it is said again.
    await click("The inside leg: with");
    await click(/^3\b/);
    await waitFor(() => expect(bodies()).toHaveLength(2));
    expect(last()).toMatchObject({ spot: "the corner by M" });
    expect(last()).not.toHaveProperty("second_aid");
  });

  it("grade, steps and a note: of the answer just given, each sent with it", async () => {
    const { last, bodies } = await logging(/^Exercise halt.1/);
    await click(/^3\b/);
    await click(/^More …/);
    await click("grade 4 of 5");
    await click("More: Steps");
    await click("More: Steps");
    await userEvent.type(screen.getByLabelText("Note on this answer"), "one step late");
    await click("Close");
    await waitFor(() =>
      expect(last()).toMatchObject({ level: 3, grade: 4, extent: 2, note: "one step late" }),
    );
    expect(bodies()).toHaveLength(1);
    await click(/^More …/);
    await click("grade 4 of 5");
    await waitFor(() => expect(last()).toMatchObject({ grade: null, note: "one step late" }));
  });

  it("three buttons: light, heavy, none", async () => {
    const { bodies } = await logging(/^Exercise halt.1/);
    await click(/^More …/);
    await click(/^Three buttons/);
    await click("Close");
    for (const name of ["Heavy", "No answer", "Light"]) await click(name);
    await waitFor(() => expect(bodies()).toHaveLength(3));
    expect(bodies().map((ask) => [ask?.coarse, ask?.answered, ask?.level])).toEqual([
      ["heavy", true, null],
      ["heavy", false, null],
      ["light", true, null],
    ]);
    expect(screen.queryByRole("button", { name: /^3\b/ })).not.toBeInTheDocument();
  });

  it("what the yard asks too: each tap says the next, of the answer just given", async () => {
    const aid = (value: number, label: string) => ({
      label,
      name: `Other aid: ${label}`,
      sets: { second_aid: value },
    });
    const row = {
      code: "second_aid",
      name: "Other aid still needed",
      short: "Other aid",
      stays: false,
      at_once: false,
      choices: [aid(1, "a little"), aid(2, "some")],
    };
    const { last } = await logging(/^Exercise halt.1/, [row]);
    await click(/^3\b/);
    await click(/Other aid still needed/);
    await waitFor(() => expect(last()).toMatchObject({ second_aid: 1 }));
    await click(/Other aid: a little/);
    await waitFor(() => expect(last()).toMatchObject({ second_aid: 2 }));
    await click(/Other aid: some/);
    await waitFor(() => expect(last()).not.toHaveProperty("second_aid"));
  });
});

describe("the knots of a session", () => {
  it("are gone to, dropped, and added to by searching", async () => {
    await logging(/^Exercise halt.1/);
    await click(/Knots: go to one/);
    await click("Add an exercise");
    await userEvent.type(await screen.findByRole("searchbox"), "stand");
    expect(screen.getAllByRole("listitem")).toHaveLength(1);
    await click(/^Exercise stand.2/);
    await screen.findByRole("heading", { name: /^Exercise stand.2/ });
    expect(screen.getByText(/knot 2 of 2/)).toBeInTheDocument();
    await click(/Knots: go to one/);
    await click("Drop Exercise halt.1");
    await click(/^Exercise stand.2/);
    expect(screen.getByText(/knot 1 of 1/)).toBeInTheDocument();
  });

  it("that safety holds back say why in place of the coach, and are logged all the same", async () => {
    const { last } = await logging(/^Exercise canter.1/);
    expect(screen.getByRole("alert")).toHaveTextContent("no canter today");
    expect(document.querySelector("[data-advice]")).toBeNull();
    await click(/^3\b/);
    await waitFor(() => expect(last()).toMatchObject({ step: "canter.1", level: 3 }));
    await click("Alarmed");
    expect(document.querySelector("[data-advice='calm-down']")).not.toBeNull();
  });
});

describe("a day without a plan", () => {
  it("says why, what to see to, and that what is done can be logged", async () => {
    const pack = testPack();
    const plan = { ...pack.plan, items: [], headline: "No work today", nothing_new: "too hot" };
    await renderAt(`/horses/${HORSE}/ring`, {
      [`/api/horses/${HORSE}/pack`]: taken({ ...pack, plan: { ...plan, cautions: ["keep cool"] } }),
      [`/api/horses/${HORSE}/spares`]: taken(sparePack()),
    });
    expect(await screen.findByRole("heading", { name: "No work today" })).toBeInTheDocument();
    for (const words of ["too hot", /Helmet, gloves, boots/, "keep cool"])
      expect(screen.getByText(words)).toBeInTheDocument();
    await click(/Just log/);
    await click(/^Exercise halt.1/);
    expect(await screen.findByRole("heading", { name: "Exercise halt.1" })).toBeInTheDocument();
  });
});

describe("the day", () => {
  it("is said with two taps, and goes with the session", async () => {
    const pack = testPack();
    const saved: SyncItem[] = [];
    pack.day = {
      people: [{ name: "Ida", kg: 61 }],
      places: ["sands"],
      tack: [
        { key: "saddle", on: true },
        { key: "boots", on: false },
      ],
      windy: "windy",
      settled_before: "",
    };
    await renderAt(`/horses/${HORSE}/ring`, {
      [`/api/horses/${HORSE}/pack`]: taken(pack),
      [`/api/horses/${HORSE}/spares`]: taken(sparePack()),
      "/api/sync": async (request: Request) => {
        const { items } = (await request.json()) as { items: SyncItem[] };
        saved.push(...items.filter((item) => item.type === "session"));
        return {
          body: { answers: items.map(({ id }) => ({ id, status: "saved", problems: [] })) },
        };
      },
    });
    await click(/Just log/);
    await click(/^Exercise halt.1/);
    await click(/The day: rider/);
    for (const name of ["Insects", "Windy", "Ida", "boots", "sands"]) await click(name);
    await userEvent.type(screen.getByLabelText("Somebody else"), "Tam");
    // Somebody known in place of who was typed, and the other way round.
    await click("Ida");
    await userEvent.type(screen.getByLabelText("Somebody else"), "Tam");
    const dialog = within(document.querySelector(".MuiDrawer-paper") as HTMLElement);
    await userEvent.click(dialog.getByRole("button", { name: "Close" }));
    await waitFor(() => expect(screen.queryByRole("button", { name: "boots" })).toBeNull());
    await click(/^3\b/);
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]?.body).toMatchObject({
      rider: "Tam",
      rider_kg: null,
      place: "sands",
      tack: { saddle: true, boots: true },
      conditions: { insects: true, wind: "windy" },
    });
  });
});
