import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/debrief`;

describe("the debrief", () => {
  it("shows the last session, side beside side, ask by ask", async () => {
    await renderAt(AT);
    await screen.findByRole("navigation", { name: "Sessions" });
    await waitFor(() => expect(document.querySelector("li[data-step]")).not.toBeNull());
    for (const row of sample.debrief.rows) {
      const side = document.querySelector<HTMLElement>(
        `li[data-step="${row.step}"][data-side="${row.side}"]`,
      ) as HTMLElement;
      expect(side).toHaveTextContent(row.words);
      expect(within(side).getByRole("img", { name: /^Asks/ })).toBeInTheDocument();
    }
    expect(sample.debrief.rows[0]?.words).toMatch(/light.*at about/);
    expect(sample.debrief.rows[0]?.exact).toMatch(/level .* asks on .* days/);
  });

  it("leads to each step's own page, and to the next plan", async () => {
    await renderAt(AT);
    const row = sample.debrief.rows[0];
    const link = await screen.findByRole("link", { name: row?.name as string });
    expect(link).toHaveAttribute("href", `/horses/${HORSE}/sheet/${row?.step}`);
    expect(await screen.findByText(sample.plan.plan.headline)).toBeInTheDocument();
  });

  it("lists earlier sessions, the newest first", async () => {
    await renderAt(AT);
    const list = await screen.findByRole("navigation", { name: "Sessions" });
    const links = within(list).getAllByRole("link");
    expect(links).toHaveLength(sample.sessions.sessions.length);
    expect(links[0]).toHaveAttribute("aria-current", "page");
  });

  it("says when there is nothing to look back on", async () => {
    await renderAt(AT, { [`/api/horses/${HORSE}/sessions`]: { sessions: [] } });
    expect(await screen.findByText(/No session yet/)).toBeInTheDocument();
  });
});

describe("when a session was, and whether it counts", () => {
  const SESSION = sample.debrief.id;
  const TIMES = `/api/horses/${HORSE}/sessions/${SESSION}/times`;
  const times = {
    date: "2026-06-12",
    started: "09:30:00",
    ended: "10:05:00",
    words: "The clock of the device was 9 hours ahead.",
    edition: "e1",
  };

  it("says what was put right, and can be set by hand", async () => {
    let sent: unknown;
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, {
      [TIMES]: async (request: Request) => {
        if (request.method === "PUT") sent = await request.json();
        return { body: times };
      },
    });
    expect(await screen.findByText(times.words)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Day and time" }));
    const began = await screen.findByLabelText("Began");
    expect(began).toHaveValue("09:30");
    await userEvent.clear(screen.getByLabelText("Ended"));
    await userEvent.click(screen.getByRole("button", { name: "Set" }));
    await waitFor(() =>
      expect(sent).toEqual({ date: "2026-06-12", started: "09:30", ended: null, edition: "e1" }),
    );
  });

  it("shows what somebody else set meanwhile beside what was typed", async () => {
    const now = { ...times, started: "08:00:00", edition: "e2" };
    const problem = { path: "edition", value: null, reason: "was changed", allowed: "" };
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, {
      [TIMES]: (request: Request) =>
        request.method === "PUT"
          ? { status: 409, body: { errors: [problem], now } }
          : { body: times },
    });
    await userEvent.click(await screen.findByRole("button", { name: "Day and time" }));
    await screen.findByLabelText("Began");
    await userEvent.click(screen.getByRole("button", { name: "Set" }));
    const differs = await screen.findByRole("region", { name: "What differs" });
    const row = within(differs).getByRole("row", { name: /Began/ });
    expect(row).toHaveTextContent("09:30");
    expect(row).toHaveTextContent("08:00");
  });

  it("is struck out by a trainer who says so twice, and restored", async () => {
    const asked: string[] = [];
    const struck = {
      id: SESSION,
      date: "2026-06-12",
      struck_at: "2026-06-14T08:00:00Z",
      struck_by: "Wren",
      until: "2026-07-14T08:00:00Z",
    };
    const noted = (request: Request) => {
      asked.push(new URL(request.url).pathname.split("/").at(-1) ?? "");
      return { body: {} };
    };
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, {
      [`/api/horses/${HORSE}/sessions/${SESSION}/strike-out`]: noted,
      [`/api/horses/${HORSE}/struck-out`]: { sessions: [struck] },
      [`/api/horses/${HORSE}/struck-out/${SESSION}/restore`]: noted,
    });
    await userEvent.click(await screen.findByRole("button", { name: "Strike it out" }));
    expect(asked).toEqual([]);
    await userEvent.click(screen.getByRole("button", { name: "Strike it out, surely" }));
    await waitFor(() => expect(asked).toEqual(["strike-out"]));
    expect(await screen.findByText(/by Wren, restorable until 14 July 2026/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Restore the session of 12 Jun" }));
    await waitFor(() => expect(asked).toEqual(["strike-out", "restore"]));
  });

  it("is struck out by nobody else", async () => {
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, { "/api/me": HELPER, [TIMES]: times });
    expect(await screen.findByText(times.words)).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Strike it out" })).not.toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Day and time" })).not.toBeInTheDocument();
  });
});

describe("what was put right, and by whom", () => {
  const SESSION = sample.debrief.id;
  const AT = `/horses/${HORSE}/debrief/${SESSION}`;
  const HISTORY = `/api/horses/${HORSE}/sessions/${SESSION}/history`;
  const history = {
    corrections: [
      { at: "2026-06-14T18:40:00Z", by: "Marsh", lines: ["Walk to trot, left: 6, now 5"] },
    ],
    logged_on: [
      { id: 1, words: "Wren's phone", asks: ["a", "b"], events: [], clock: "", is_yours: true },
      {
        id: 2,
        words: "Tam's tablet",
        asks: ["c"],
        events: [],
        clock: "It was 4 days ahead.",
        is_yours: false,
      },
    ],
    riding: {
      rider: "Tam",
      faults: [
        {
          code: "looks-down",
          times: 2,
          words: "Looks down: 2 times",
          helps: "Look up.",
          drill: "",
        },
      ],
      only: "Only you, and whoever teaches here, see this.",
    },
  };

  it("is told with who and when, the devices named, and what the rider may work on", async () => {
    await renderAt(AT, { [HISTORY]: history });
    expect(await screen.findByText("Walk to trot, left: 6, now 5")).toBeInTheDocument();
    expect(screen.getByText(/^Marsh, 14 June at/)).toBeInTheDocument();
    expect(document.querySelector('[data-device="Wren\'s phone"]')).toHaveTextContent(
      "Wren's phone (this one): 2 answers",
    );
    expect(document.querySelector('[data-device="Tam\'s tablet"]')).toHaveTextContent(
      "4 days ahead",
    );
    expect(screen.getByText("For Tam to work on")).toBeInTheDocument();
  });

  it("names no device where there was one", async () => {
    const alone = { ...history, logged_on: history.logged_on.slice(0, 1), riding: null };
    await renderAt(AT, { [HISTORY]: alone });
    await screen.findByText("Walk to trot, left: 6, now 5");
    expect(screen.queryByText("Logged on")).toBeNull();
  });

  it("gives a session to another horse", async () => {
    let sent: unknown;
    const other = {
      ...sample.horses.horses[0],
      id: "11111111-2222-4333-8444-555555555555",
      name: "Sedge",
    };
    await renderAt(AT, {
      "/api/horses": { horses: [...sample.horses.horses, other] },
      [`/api/horses/${HORSE}/sessions/${SESSION}/horse`]: async (request: Request) => {
        sent = await request.json();
        return { status: 200, body: {} };
      },
    });
    await userEvent.click(await screen.findByRole("button", { name: "It was another horse" }));
    expect(screen.getByRole("button", { name: "Give it to that horse" })).toBeDisabled();
    await userEvent.click(screen.getByRole("combobox", { name: "Which horse was it?" }));
    await userEvent.click(await screen.findByRole("option", { name: "Sedge" }));
    await userEvent.click(screen.getByRole("button", { name: "Give it to that horse" }));
    await waitFor(() => expect(sent).toEqual({ to: other.id }));
    await waitFor(() => expect(location.pathname).toBe(`/horses/${other.id}/debrief/${SESSION}`));
  });
});

describe("what the coach said", () => {
  it("is unfolded where something else was done", async () => {
    const [row, ...rest] = sample.debrief.rows;
    const said = [
      { after: 1, said: "Enough. Go on.", why: "", instead: "1 more ask" },
      { after: 2, said: "Enough. Go on.", why: "", instead: "" },
    ];
    const debrief = {
      ...sample.debrief,
      rows: [{ ...row, said }, ...rest],
      instead: ["Halt: 1 more"],
    };
    await renderAt(AT, { [`/api/horses/${HORSE}/sessions/${sample.debrief.id}`]: debrief });
    expect(await screen.findByText("– done: 1 more ask")).toBeVisible();
    expect(screen.getByRole("heading", { name: "Said, and done otherwise" })).toBeInTheDocument();
    expect(screen.getByText(sample.debrief.coach_limits)).toBeInTheDocument();
  });
});
