import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, NAME, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const row = sample.today.rows[0];

describe("today", () => {
  it("says who works, what comes next and why, and starts in one tap", async () => {
    await renderAt("/");
    expect(await screen.findByText(row?.headline as string)).toBeInTheDocument();
    expect(screen.getByText(row?.why as string)).toBeInTheDocument();
    const start = screen.getByRole("link", { name: `Start a session with ${NAME}` });
    expect(start).toHaveAttribute("href", `/horses/${HORSE}/ring`);
  });

  it("plans again when a helper is there", async () => {
    const { asked } = await renderAt("/");
    await userEvent.click(await screen.findByRole("switch", { name: "A helper is here today" }));
    await waitFor(() => expect(asked).toContain("/api/today?helper=true"));
    const start = await screen.findByRole("link", { name: `Start a session with ${NAME}` });
    expect(start).toHaveAttribute("href", `/horses/${HORSE}/ring?helper=1`);
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

  it("says when there were too many tries", async () => {
    await renderAt("/", {
      ...signedOut,
      "/api/sign-in": () => ({ status: 429, body: { errors: [] } }),
    });
    await userEvent.type(await screen.findByLabelText(/Name/), "wren");
    await userEvent.type(screen.getByLabelText(/Password/), "guess{Enter}");
    expect(await screen.findByRole("alert")).toHaveTextContent("Too many tries");
  });
});
