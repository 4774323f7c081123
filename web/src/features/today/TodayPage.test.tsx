import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { writeDraft } from "../../shared/outbox/database";
import { HELPER, HORSE, NAME, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const row = sample.today.rows[0];
const NO_HELPER = { ...sample.today.day, helper: null };

describe("today", () => {
  it("says who works, what comes next and why, and starts in one tap", async () => {
    await renderAt("/");
    expect(await screen.findByText(row?.headline as string)).toBeInTheDocument();
    expect(screen.getByText(row?.why as string)).toBeInTheDocument();
    expect(screen.getByText(row?.when as string, { exact: false })).toBeInTheDocument();
    const start = screen.getByRole("link", { name: `Start a session with ${NAME}` });
    expect(start).toHaveAttribute("href", expect.stringContaining(`/horses/${HORSE}/ring`));
  });

  it("takes the day of a horse along to its plan, its ring and its pack", async () => {
    const wishes = { minutes: 35, helper: true, air_c: 28.5, humidity_pct: 60, wind_ms: null };
    const rows = [{ ...row, wishes }];
    const { asked } = await renderAt("/", { "/api/today": { ...sample.today, rows } });
    const query = "?helper=1&air_c=28.5&humidity_pct=60";
    const start = await screen.findByRole("link", { name: `Start a session with ${NAME}` });
    expect(start).toHaveAttribute("href", `/horses/${HORSE}/ring${query}`);
    const plan = screen.getByRole("link", { name: `Plan for ${NAME}` });
    expect(plan).toHaveAttribute("href", `/horses/${HORSE}/plan${query}`);
    await waitFor(() => expect(asked.some((one) => one.includes("/pack?helper=true"))).toBe(true));
  });

  it("lets a horse be opened from its list for the same day, and its ring too", async () => {
    const wishes = { minutes: 35, helper: true, air_c: null, humidity_pct: null, wind_ms: 9 };
    await renderAt("/", { "/api/today": { ...sample.today, rows: [{ ...row, wishes }] } });
    const list = await screen.findByRole("navigation", { name: "Horses and places" });
    await userEvent.click(await within(list).findByRole("link", { name: new RegExp(NAME) }));
    const query = "?helper=1&wind_ms=9";
    await waitFor(() => expect(location.search).toBe(query));
    const ring = await screen.findByRole("link", { name: "Ring" });
    expect(ring).toHaveAttribute("href", `/horses/${HORSE}/ring${query}`);
    // What is chosen on the plan goes before the day.
    await userEvent.click(await screen.findByRole("switch", { name: "Helper" }));
    await waitFor(() => expect(ring).toHaveAttribute("href", `/horses/${HORSE}/ring?wind_ms=9`));
  });

  it("draws the day with its hours, and shows it by name to who hears the page", async () => {
    await renderAt("/");
    const line = await screen.findByRole("img", { name: /^The day in hours/ });
    expect(within(line).getByText("now 9:20")).toBeInTheDocument();
    expect(line.querySelector("[data-helper]")).toHaveTextContent("helper");
    expect(line.querySelectorAll("[data-hot]").length).toBe(sample.today.hot.length);
    expect(sample.today.hot.length).toBeGreaterThan(0);
  });

  it("sets a helper for the whole day in one tap", async () => {
    const sent: unknown[] = [];
    await renderAt("/", {
      "/api/today": async (request: Request) => {
        if (request.method !== "PUT") return { body: { ...sample.today, day: NO_HELPER } };
        sent.push(await request.json());
        return { body: sample.today };
      },
    });
    const helper = await screen.findByRole("switch", { name: "A helper is here today" });
    expect(helper).not.toBeChecked();
    await userEvent.click(helper);
    await waitFor(() => expect(helper).toBeChecked());
    const { starts, ends } = NO_HELPER;
    // What else is set of the day, by whomever, stays as it is.
    expect(sent[0]).toEqual({ helper: { starts, ends } });
  });

  it("keeps the day that was typed where it cannot be saved, and says why beside the field", async () => {
    await renderAt("/", {
      "/api/today": (request: Request) =>
        request.method === "PUT"
          ? refusal("helper.ends", "is before the day starts", "after 10:00")
          : { body: sample.today },
    });
    await userEvent.click(await screen.findByRole("button", { name: "Hours, helper, weather" }));
    const until = await screen.findByLabelText("Helper until");
    await userEvent.clear(until);
    await userEvent.type(until, "09:00");
    await userEvent.click(screen.getByRole("button", { name: "Save the day" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("The day is not saved");
    expect(until).toHaveValue("09:00");
    expect(until).toHaveAccessibleDescription(/is before the day starts/);
  });

  it("says where a session runs on another device, and not where it is this one's", async () => {
    const running = "Its session runs on another device since 9:05";
    const rows = [{ ...row, works: false, running, hours: null }];
    const answers = { "/api/today": { ...sample.today, rows } };
    await renderAt("/", answers);
    expect(await screen.findByText(running)).toBeInTheDocument();
    await writeDraft(`ring:${HORSE}`, {});
    await renderAt("/", answers, "same");
    const resume = { name: `Go on with the session of ${NAME}` };
    expect(await screen.findByRole("link", resume)).toBeInTheDocument();
    expect(screen.queryByText(running)).not.toBeInTheDocument();
  });

  it("notes who comes and cancels it", async () => {
    const sent: unknown[] = [];
    await renderAt("/", {
      [`/api/horses/${HORSE}/busy`]: async (request: Request) => {
        sent.push(await request.json());
        return { status: 200, body: {} };
      },
    });
    const visit = sample.today.visits[0];
    await userEvent.click(await screen.findByRole("button", { name: /^Cancel for/ }));
    await waitFor(() => expect(sent).toEqual([{ date: visit?.date, what: null }]));
    await userEvent.click(screen.getByRole("combobox", { name: "Horse" }));
    await userEvent.click(await screen.findByRole("option", { name: NAME }));
    await userEvent.click(screen.getByRole("combobox", { name: "Who comes" }));
    await userEvent.click(await screen.findByRole("option", { name: "vet" }));
    await userEvent.click(screen.getByRole("button", { name: "Note it" }));
    await waitFor(() => expect(sent[1]).toEqual({ date: sample.today.on, what: "vet" }));
  });

  it("lets nobody but a trainer set the day", async () => {
    await renderAt("/", {
      "/api/me": HELPER,
    });
    expect(await screen.findByText(row?.headline as string)).toBeInTheDocument();
    expect(screen.queryByRole("switch")).not.toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Note it" })).not.toBeInTheDocument();
  });

  it("lists the yard's horses beside it, with their days off", async () => {
    await renderAt("/");
    const list = await screen.findByRole("navigation", { name: "Horses and places" });
    const link = await within(list).findByRole("link", { name: new RegExp(NAME) });
    expect(link).toHaveAttribute("href", expect.stringContaining(HORSE));
    expect(link).toHaveTextContent("2 days off");
  });

  it("of an empty yard says what will be here", async () => {
    await renderAt("/", {
      "/api/today": { on: "2026-06-15", rows: [], working: 0, minutes: 0 },
      "/api/horses": { horses: [] },
    });
    expect(await screen.findByText(/No horses yet\. They will be listed here/)).toBeInTheDocument();
  });
});

describe("signing in", () => {
  const signedOut = { "/api/me": () => ({ status: 401, body: { errors: [] } }) };

  it("keeps what was typed when it is wrong", async () => {
    await renderAt("/", {
      ...signedOut,
      "/api/sign-in": () => ({ status: 403, body: { errors: [] } }),
    });
    await userEvent.type(await screen.findByLabelText(/Name/), "wren");
    await userEvent.type(screen.getByLabelText(/Password/), "guess");
    await userEvent.click(screen.getByRole("button", { name: "Sign in" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("is not right");
    expect(screen.getByLabelText(/Name/)).toHaveValue("wren");
    expect(screen.getByLabelText(/Password/)).toHaveValue("guess");
  });

  it("says how long to wait after too many wrong tries", async () => {
    const allowed = "the next one in 30 seconds";
    const problem = { path: "$", value: null, reason: "too many wrong tries", allowed };
    await renderAt("/", {
      ...signedOut,
      "/api/sign-in": () => ({ status: 429, body: { errors: [problem] } }),
    });
    await userEvent.type(await screen.findByLabelText(/Name/), "wren");
    await userEvent.type(screen.getByLabelText(/Password/), "guess{Enter}");
    expect(await screen.findByRole("alert")).toHaveTextContent(allowed);
  });
});
