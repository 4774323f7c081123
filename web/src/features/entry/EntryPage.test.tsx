import { fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, OWNER, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/debrief/write`;
const ENTRY = `/api/horses/${HORSE}/entry`;
const NOTATION = { "/api/notation": { notation: [{ form: "5", says: "answered at 5" }] } };

const ask = (level: number) => ({ step: "up-wt.2", side: "left", level, answered: true });
const readOf = (levels: number[], more: object = {}) => ({
  sessions: [
    {
      session: { date: "2026-06-14", kind: "ridden", asks: levels.map(ask), events: [], note: "" },
      settled: "",
      events: [],
      already: "",
      rows: [
        {
          line: 1,
          step: "up-wt.2",
          name: "Walk to trot",
          side: "left",
          kind: "L",
          band: [1, 5],
          asks: levels.map((level) => ({
            ask: ask(level),
            mark: level > 5 ? "heavy" : "accepted",
            written: String(level),
            words: `at ${level}`,
            beside: "",
          })),
        },
      ],
    },
  ],
  problems: [],
  completion: null,
  changes: [],
  words: `1 session, ${levels.length} asks`,
  can_save: true,
  ...more,
});

/** A server that reads numbers, and finds 12 too large. */
async function read(request: Request) {
  const { text } = await request.json();
  const levels = [...text.matchAll(/ (\d+)(?= |$)/g)].map((one) => Number(one[1]));
  const column = text.indexOf("12") + 1;
  const problems = column
    ? [{ line: 1, column, end: column + 2, value: "12", words: "is too large" }]
    : [];
  return {
    body: readOf(levels, {
      problems,
      can_save: problems.length === 0,
      words: problems.length ? "1 place to mend" : `1 session, ${levels.length} asks`,
    }),
  };
}

const area = () => screen.findByLabelText("The session, a line an exercise");

describe("a session written in", () => {
  it("draws what is read, marks what is wrong, and goes the way of whatever is logged", async () => {
    const sent: { type: string; session?: string; body: { level?: number } }[] = [];
    await renderAt(AT, {
      ...NOTATION,
      [ENTRY]: read,
      "/api/sync": async (request: Request) => {
        const { items } = await request.json();
        sent.push(...items);
        return {
          body: { answers: items.map(({ id }: { id: string }) => ({ id, status: "saved" })) },
        };
      },
    });
    await userEvent.type(await area(), "up-wt L 8 12");
    expect(await screen.findByText("1 place to mend")).toBeInTheDocument();
    expect(document.querySelector("pre mark")).toHaveTextContent("12");
    expect(screen.getByRole("img", { name: /at 8: / })).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Save it" })).toBeDisabled();
    await userEvent.type(await area(), "{Backspace}{Backspace}4");
    await screen.findByText("1 session, 2 asks");
    await userEvent.click(screen.getByRole("button", { name: "Save it" }));
    await waitFor(() => expect(sent).toHaveLength(3));
    expect(sent.map((one) => one.type)).toEqual(["session", "ask", "ask"]);
    expect(sent.map((one) => one.body.level)).toEqual([undefined, 8, 4]);
    expect(new Set(sent.slice(1).map((one) => one.session)).size).toBe(1);
    await waitFor(() => expect(location.pathname).toMatch(/debrief\/[\w-]{36}$/));
  });

  it("is kept on the device until it is saved, and says so", async () => {
    await renderAt(AT, { ...NOTATION, [ENTRY]: read });
    await userEvent.type(await area(), "up-wt L 5");
    await screen.findByText("1 session, 1 asks");
    // The day that it is of is changed, and stays with it.
    const day = screen.getByLabelText("Lines without a day are of");
    fireEvent.change(day, { target: { value: "2026-06-01" } });
    expect(await area()).toHaveValue("up-wt L 5");
    await renderAt(AT, { ...NOTATION, [ENTRY]: read }, "same");
    expect(await area()).toHaveValue("up-wt L 5");
    expect(screen.getByLabelText("Lines without a day are of")).toHaveValue("2026-06-01");
    expect(screen.getByText(/Not saved yet: what was typed here on/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Let go what I typed" }));
    expect(await area()).toHaveValue("");
    await renderAt(AT, { ...NOTATION, [ENTRY]: read }, "same");
    expect(await area()).toHaveValue("");
  });

  it("is read again when there is signal again, and stays meanwhile", async () => {
    await renderAt(AT, {
      ...NOTATION,
      [ENTRY]: () => {
        throw new TypeError("no signal");
      },
    });
    await userEvent.type(await area(), "up-wt L 5");
    expect(await screen.findByText(/No signal: what you type is kept here/)).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Save it" })).toBeDisabled();
    expect(await area()).toHaveValue("up-wt L 5");
  });

  it("takes what is offered by the tab key, and leaves the key alone where nothing is", async () => {
    const completion = (text: string) =>
      text === "wal"
        ? { line: 1, column: 1, end: 4, options: [{ text: "up-wt.2", says: "Walk to trot" }] }
        : null;
    await renderAt(AT, {
      ...NOTATION,
      [ENTRY]: async (request: Request) => {
        const { text } = await request.json();
        return { body: readOf([], { sessions: [], completion: completion(text) }) };
      },
    });
    await userEvent.type(await area(), "wal");
    expect(await screen.findByRole("option", { name: /up-wt.2 Walk to trot/ })).toBeInTheDocument();
    await userEvent.keyboard("{Tab}");
    expect(await area()).toHaveValue("up-wt.2 ");
    expect(await area()).toHaveFocus();
    await waitFor(() => expect(screen.queryByRole("option", { name: /up-wt/ })).toBeNull());
    await userEvent.keyboard("{Tab}");
    expect(await area()).not.toHaveFocus();
  });

  it("is for whoever logs", async () => {
    await renderAt(AT, { ...NOTATION, [ENTRY]: read, "/api/me": OWNER });
    expect(await screen.findByText(/Logging is for trainers/)).toBeInTheDocument();
  });
});

describe("a past session put right", () => {
  const SESSION = sample.debrief.id;
  const CORRECT = `/horses/${HORSE}/debrief/${SESSION}/correct`;
  const PATH = `/api/horses/${HORSE}/sessions/${SESSION}`;
  const written = { text: "up-wt.2 L 8 6", edition: "e1" };
  const looked = {
    ...readOf([8, 5], { words: "1 change, not saved yet" }),
    changes: ["Walk to trot, left: 6, now 5"],
  };

  it("shows what it changes before it is saved, with what it began from", async () => {
    let sent: unknown;
    await renderAt(CORRECT, {
      ...NOTATION,
      [`${PATH}/written`]: async (request: Request) => {
        if (request.method === "PUT") sent = await request.json();
        return { body: written };
      },
      [`${PATH}/entry`]: looked,
    });
    expect(await area()).toHaveValue(written.text);
    await userEvent.type(await area(), "{Backspace}5");
    expect(await screen.findByText("Walk to trot, left: 6, now 5")).toBeInTheDocument();
    await waitFor(() => expect(screen.getByRole("button", { name: "Put it right" })).toBeEnabled());
    await userEvent.click(screen.getByRole("button", { name: "Put it right" }));
    await waitFor(() => expect(sent).toEqual({ text: "up-wt.2 L 8 5", edition: "e1" }));
  });

  it("says whose is newer where somebody has put it right meanwhile", async () => {
    const answers = { ...NOTATION, [`${PATH}/entry`]: looked };
    await renderAt(CORRECT, { ...answers, [`${PATH}/written`]: written });
    await userEvent.type(await area(), "{Backspace}5");
    await screen.findByText("1 change, not saved yet");
    const newer = { text: "up-wt.2 L 7 6", edition: "e2" };
    await renderAt(CORRECT, { ...answers, [`${PATH}/written`]: newer }, "same");
    expect(await area()).toHaveValue("up-wt.2 L 8 5");
    expect(await screen.findByText(/what is there now is newer than this/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Let go what I typed" }));
    expect(await area()).toHaveValue(newer.text);
  });

  it("is not for helpers, and they are not shown the way to it", async () => {
    await renderAt(CORRECT, { ...NOTATION, [`${PATH}/written`]: written, "/api/me": HELPER });
    expect(await screen.findByText("This is for trainers and instructors.")).toBeInTheDocument();
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, { "/api/me": HELPER });
    await screen.findByText(sample.debrief.limits);
    for (const name of ["Put right", "It was another horse", "Strike it out"])
      expect(screen.queryByText(name)).toBeNull();
  });
});
