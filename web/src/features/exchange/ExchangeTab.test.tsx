// In and out: what is offered, what a file would do, what is wrong in it and where, undone again.
import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, NAME, renderAt } from "../../shared/testing/renderAt";
import { age, size } from "../../shared/text/en.exchange";

const EXPORTS = {
  exports: [
    { id: "record", what: "The whole record", for_whom: "a yard", format: "json", of: "horse" },
    { id: "asks", what: "Every ask", for_whom: "a spreadsheet", format: "csv", of: "horses" },
    { id: "archive", what: "Everything", for_whom: "the machine", format: "zip", of: "machine" },
    { id: "held", what: "What is held", for_whom: "a person", format: "json", of: "person" },
  ],
};
const NONE = { new: 0, equal: 0, different: 0, struck_out: 0 };
const ARRIVING = {
  horse: HORSE,
  name: NAME,
  sessions: [
    {
      path: "sessions[0]",
      date: "2026-06-01",
      kind: "ridden",
      came: "new",
      inside: { ...NONE, new: 7 },
    },
    { path: "sessions[1]", date: "2026-06-02", kind: "ridden", came: "equal", inside: NONE },
  ],
  whole_sessions: { ...NONE, new: 1, equal: 1 },
  asks: { ...NONE, new: 7 },
  events: { ...NONE, struck_out: 3 },
  rest: { ...NONE, different: 1 },
  beside: [],
  differing: [
    { path: "horse.home", came: "different", mine: "north gate", theirs: "the far field" },
  ],
  untold: 0,
  renamed: 0,
  edition: "first",
};
const TABLE = {
  header: ["Day", "Exercise", "Pressure"],
  columns: ["date", "step", "level"],
  dates: "day-first",
  dates_unsure: true,
  encoding: "utf-8",
  delimiter: ";",
  rows: 2,
  others: 1,
  shown: [
    { line: 2, cells: ["01/06/2026", "halt.1", "4"] },
    { line: 3, cells: ["01/06/2026", "halt.1", "13"] },
  ],
  problems: [
    {
      line: 3,
      column: 2,
      meant: "level",
      value: 13,
      reason: "is too large",
      allowed: "a whole number 1 to 10",
    },
    { line: 2, column: null, meant: "side", value: null, reason: "is missing", allowed: "" },
  ],
  untold: 0,
};
const ARCHIVES = {
  archives: [
    { name: "bucephal-1.zip", made: "2026-06-01T02:30:00Z", bytes: 3_400_000 },
    { name: "bucephal-0.zip", made: null, bytes: 900 },
  ],
  kept: 14,
  is_overdue: true,
  are_handed_out: true,
};
const IMPORT = {
  id: "i1",
  horse: NAME,
  name: "quill.json",
  who: "Wren",
  at: "2026-06-15T08:00:00Z",
  until: "2026-06-16T08:00:00Z",
  sessions: 1,
  asks: 7,
};

const USUAL = {
  "/api/exports": EXPORTS,
  "/api/imports": { imports: [] },
  "/api/archives": ARCHIVES,
};

async function open(answers: Record<string, unknown> = {}) {
  const made = await renderAt("/yard/exchange", { ...USUAL, ...answers });
  await screen.findByText("Every ask");
  return made;
}

const choose = async (name: string, content: string) => {
  const button = await screen.findByRole("button", { name: /^(Choose a|Another) file$/ });
  const input = button.parentElement?.querySelector<HTMLInputElement>("input[type=file]");
  await userEvent.upload(input as HTMLInputElement, new File([content], name));
};

describe("what goes out", () => {
  it("is offered for all horses, and for the one that is chosen", async () => {
    await open();
    const all = screen.getByRole("link", { name: "Take out: Every ask" });
    expect(all).toHaveAttribute("href", "/api/exports/asks");
    expect(screen.getByText("Choose one horse")).toBeVisible();
    await userEvent.click(screen.getByRole("combobox", { name: "Of" }));
    await userEvent.click(screen.getByRole("option", { name: NAME }));
    expect(screen.getByRole("link", { name: "Take out: The whole record" })).toHaveAttribute(
      "href",
      `/api/exports/record?horse=${HORSE}`,
    );
  });

  it("is all that whoever does not manage the yard sees", async () => {
    await open({ "/api/me": HELPER });
    expect(screen.queryByText("Choose a file")).toBeNull();
    expect(screen.queryByText("Archives")).toBeNull();
  });
});

describe("a record that comes in", () => {
  it("shows what it would do, and is taken as it was looked at", async () => {
    const { asked } = await open({
      "/api/imports/record/look": ARRIVING,
      "/api/imports/record": { id: "i1", horse: HORSE, name: NAME },
    });
    await choose("quill.json", "{}");
    const asks = (await screen.findByRole("rowheader", { name: "Asks" })).closest("tr");
    expect(
      within(asks as HTMLElement)
        .getAllByRole("cell")
        .map((one) => one.textContent),
    ).toEqual(["7", "0", "0", "0"]);
    expect(screen.getByText(/1 June 2026, ridden: new/)).toBeVisible();
    expect(screen.queryByText(/2 June 2026/)).toBeNull();
    expect(screen.getByText("the far field")).toBeVisible();
    await userEvent.click(screen.getByRole("button", { name: "Take it in" }));
    expect(await screen.findByText(`Taken in: ${NAME}.`)).toBeVisible();
    expect(asked).toContain("/api/imports/record?edition=first&name=quill.json");
  });

  it("goes into the horse that is chosen", async () => {
    const { asked } = await open({ "/api/imports/record/look": ARRIVING });
    await choose("quill.json", "{}");
    await userEvent.click(await screen.findByRole("combobox", { name: "Into" }));
    await userEvent.click(screen.getByRole("option", { name: "A new horse" }));
    await waitFor(() => expect(asked).toContain("/api/imports/record/look?new=true"));
  });

  it("is refused with every problem, and cannot be taken", async () => {
    await open({
      "/api/imports/record/look": () => ({
        status: 422,
        body: {
          errors: [
            { path: "sessions[0].date", value: "x", reason: "is not a date", allowed: "a date" },
          ],
        },
      }),
    });
    await choose("quill.json", "{}");
    expect(await screen.findByText("sessions[0].date")).toBeVisible();
    expect(screen.getByRole("button", { name: "Take it in" })).toBeDisabled();
  });

  it("is looked at once more where the horse was worked meanwhile", async () => {
    const { asked } = await open({
      "/api/imports/record/look": ARRIVING,
      "/api/imports/record": (request: Request) =>
        request.url.includes("edition=first")
          ? {
              status: 409,
              body: {
                errors: [{ path: "edition", value: null, reason: "was changed", allowed: "" }],
                now: { ...ARRIVING, asks: { ...NONE, new: 5, equal: 2 }, edition: "second" },
              },
            }
          : { body: { id: "i1", horse: HORSE, name: NAME } },
    });
    await choose("quill.json", "{}");
    await screen.findByText("the far field");
    await userEvent.click(screen.getByRole("button", { name: "Take it in" }));
    await screen.findByText(/look once more/);
    expect(screen.getByRole("rowheader", { name: "Asks" }).closest("tr")).toHaveTextContent(
      "Asks5200",
    );
    await userEvent.click(screen.getByRole("button", { name: "Take it in" }));
    await screen.findByText(`Taken in: ${NAME}.`);
    expect(asked).toContain("/api/imports/record?edition=second&name=quill.json");
  });
});

describe("what could not be sent from another device", () => {
  it("is sent from this one", async () => {
    const sent: unknown[] = [];
    await open({
      "/api/sync": async (request: Request) => {
        const { items } = (await request.json()) as { items: { id: string }[] };
        sent.push(...items);
        return {
          body: { answers: items.map(({ id }) => ({ id, status: "saved", problems: [] })) },
        };
      },
    });
    const item = { type: "ask", id: "a1", session: "s1", body: { step: "halt.1", level: 3 } };
    await choose("not-saved.json", JSON.stringify([{ horse: HORSE, item }]));
    await userEvent.click(await screen.findByRole("button", { name: "Send them from here" }));
    expect(await screen.findByText(/They are sent from here/)).toBeVisible();
    await waitFor(() => expect(sent).toEqual([item]));
  });
});

describe("a table that comes in", () => {
  it("asks whose it is, shows what is wrong in its cell, and takes columns as they are matched", async () => {
    const { asked } = await open({
      "/api/imports/table/look": { table: TABLE, arriving: null },
    });
    await choose("diary.csv", "Day;Exercise;Pressure\n");
    expect(asked.some((one) => one.startsWith("/api/imports/table"))).toBe(false);
    await userEvent.click(await screen.findByRole("combobox", { name: "Whose asks are these?" }));
    await userEvent.click(screen.getByRole("option", { name: NAME }));
    const wrong = await screen.findByText(/is too large/);
    expect(wrong.closest("td")).toHaveTextContent("13");
    expect(screen.getByText("2 cells cannot be read:")).toBeVisible();
    expect(screen.getByText("Side: is missing").closest("tr")).toHaveTextContent("halt.14");
    expect(screen.getByText("Every day in it could be read both ways: make sure.")).toBeVisible();
    expect(screen.getByRole("button", { name: "Take it in" })).toBeDisabled();
    // Two columns cannot be the same: the one that was it is left aside.
    await userEvent.selectOptions(
      screen.getByRole("combobox", { name: "What is the column Pressure?" }),
      "step",
    );
    await waitFor(() =>
      expect(asked).toContain(`/api/imports/table/look?horse=${HORSE}&columns=date%2C%2Cstep`),
    );
    await userEvent.click(screen.getByRole("combobox", { name: "How days are written" }));
    await userEvent.click(screen.getByRole("option", { name: /the month first/ }));
    await waitFor(() => expect(asked.at(-1)).toContain("dates=month-first"));
  });
});

describe("a table whose columns have names of their own", () => {
  it("says which ones are wanted", async () => {
    const problems = ["date", "step"].map((meant) => ({
      line: 1,
      column: null,
      meant,
      value: null,
      reason: "is none of the columns",
      allowed: "one of them",
    }));
    const table = { ...TABLE, columns: [null, null, "level"], problems };
    await open({ "/api/imports/table/look": { table, arriving: null } });
    await choose("diary.csv", "When;What;Pressure\n");
    await userEvent.click(await screen.findByRole("combobox", { name: "Whose asks are these?" }));
    await userEvent.click(screen.getByRole("option", { name: NAME }));
    expect(await screen.findByText("Say which column is: Day, Step.")).toBeVisible();
    expect(screen.getByRole("combobox", { name: "What is the column Day?" })).toHaveValue("");
    expect(screen.queryByText(/cannot be read/)).toBeNull();
  });
});

describe("what was taken in lately", () => {
  it("is undone, surely", async () => {
    const { asked } = await open({
      "/api/imports": { imports: [IMPORT] },
      "/api/imports/i1/undo": null,
    });
    expect(await screen.findByText(/7 asks, 1 session new; Wren/)).toBeVisible();
    await userEvent.click(screen.getByRole("button", { name: "Undo" }));
    await userEvent.click(screen.getByRole("button", { name: "Undo, surely" }));
    expect(await screen.findByText("Undone.")).toBeVisible();
    expect(asked).toContain("/api/imports/i1/undo");
  });
});

describe("archives", () => {
  it("are told with age and size, and handed out where the yard is alone", async () => {
    await open();
    expect(await screen.findByText(/The last one is .* old, 3.4 MB/)).toHaveTextContent(
      "Last night went by without one.",
    );
    const copies = screen.getAllByRole("link", { name: /^Take a copy of/ });
    expect(copies.map((one) => one.getAttribute("href"))).toEqual([
      "/api/archives/bucephal-1.zip",
      "/api/archives/bucephal-0.zip",
    ]);
  });

  it("are not handed out where other yards are in them", async () => {
    await open({ "/api/archives": { ...ARCHIVES, are_handed_out: false } });
    expect(await screen.findByText(/copies are for whoever runs it/)).toBeVisible();
    expect(screen.queryByRole("link", { name: /^Take a copy of/ })).toBeNull();
  });

  it("are made by a button, and say so where there is no room", async () => {
    let made = false;
    await open({
      "/api/archives": (request: Request) => {
        if (request.method === "GET") return { body: { ...ARCHIVES, archives: [] } };
        made = true;
        return {
          status: 503,
          body: {
            errors: [{ path: "$", value: null, reason: "the disk is full", allowed: "" }],
          },
        };
      },
    });
    await userEvent.click(await screen.findByRole("button", { name: "Make one now" }));
    expect(await screen.findByText(/the disk is full/)).toBeVisible();
    expect(made).toBe(true);
  });
});

describe("how old and how large", () => {
  const now = new Date("2026-06-15T12:00:00Z").getTime();
  it.each([
    ["2026-06-15T11:59:30Z", "just made"],
    ["2026-06-15T12:10:00Z", "just made"],
    ["2026-06-15T11:20:00Z", "40 minutes old"],
    ["2026-06-15T02:30:00Z", "10 hours old"],
    ["2026-06-12T12:00:00Z", "3 days old"],
  ])("%s is %s", (made, said) => expect(age(made, now)).toBe(said));
  it.each([
    [900, "900 B"],
    [12_345, "12 kB"],
    [3_400_000, "3.4 MB"],
    [68_000_000, "68 MB"],
  ])("%d bytes are %s", (bytes, said) => expect(size(bytes)).toBe(said));
});
