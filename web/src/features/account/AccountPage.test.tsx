import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { database, queryStorage } from "../../shared/outbox/database";
import { ME, refusal, renderAt } from "../../shared/testing/renderAt";

const device = (id: string, kind: string, is_this: boolean) => ({
  id,
  kind,
  runs_on: "Mozilla/5.0",
  begun_at: "2026-06-01T08:00:00Z",
  seen_at: "2026-06-14T08:05:00Z",
  is_this,
});
const DEVICES = {
  devices: [device("a", "computer", true), device("b", "phone", false)],
};

describe("one's account", () => {
  it("shows where one is signed in, and ends it elsewhere", async () => {
    const ended: string[] = [];
    await renderAt("/account", {
      "/api/me/devices": DEVICES,
      "/api/me/devices/b/end": (request: Request) => {
        ended.push(request.method);
        return { body: {} };
      },
    });
    const here = (await screen.findByText("A computer")).closest("li") as HTMLElement;
    expect(within(here).getByText(/this device/)).toBeInTheDocument();
    expect(within(here).queryByRole("button")).not.toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Sign out there: A phone" }));
    await waitFor(() => expect(ended).toEqual(["POST"]));
  });

  it("changes the password, and says beside the field what is wrong", async () => {
    let answer: unknown = refusal("old", "is not the password so far", "");
    await renderAt("/account", { "/api/me/devices": DEVICES, "/api/me/password": () => answer });
    await userEvent.type(await screen.findByLabelText("Password so far"), "guess");
    await userEvent.type(screen.getByLabelText("New password"), "barley and rain{Enter}");
    await waitFor(() => expect(screen.getByLabelText("Password so far")).toBeInvalid());
    expect(screen.getByLabelText("New password")).toHaveValue("barley and rain");
    answer = { body: {} };
    await userEvent.click(screen.getByRole("button", { name: "Change it" }));
    expect(await screen.findByText(/Everywhere else you are signed out/)).toBeInTheDocument();
    expect(screen.getByLabelText("New password")).toHaveValue("");
  });

  it("is left only when it is said twice", async () => {
    await renderAt("/account", {
      "/api/me/devices": DEVICES,
      "/api/me/leave": () => refusal("person", "is the only trainer of the yard", "another first"),
    });
    await userEvent.click(await screen.findByRole("button", { name: "Leave" }));
    await userEvent.click(screen.getByRole("button", { name: "Leave, surely" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("is the only trainer of the yard");
  });
});

describe("a session that was ended from elsewhere", () => {
  it("leaves nothing of what was seen on the device, and everything that was logged", async () => {
    let isIn = true;
    const whileIn = (body: unknown) => () =>
      isIn ? { body } : { status: 401, body: { errors: [] } };
    await renderAt("/", { "/api/me": whileIn(ME), "/api/me/devices": whileIn(DEVICES) });
    expect(await screen.findByRole("button", { name: /Sign out/ })).toBeInTheDocument();
    await waitFor(async () => expect(await queryStorage.entries()).not.toEqual([]));
    const db = await database();
    const item = { type: "delete" as const, id: "x", position: 0, revision: 0, body: {} };
    await db.put("outbox", { owner: "1", horse: "h", item });
    isIn = false;
    await userEvent.click(screen.getByRole("link", { name: "Account" }));
    expect(await screen.findByRole("button", { name: "Sign in" })).toBeInTheDocument();
    await waitFor(async () => expect(await queryStorage.entries()).toEqual([]));
    expect(await db.count("outbox")).toBe(1);
  });
});
