// Signing out: at once where everything is sent, else said what stays.
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Outbox } from "../../shared/outbox/outbox";
import { HORSE, ME, renderAt } from "../../shared/testing/renderAt";

const OWNER = String(ME.id);
const ASK = { type: "ask" as const, id: "a1", session: "s1", body: { step: "halt.1", level: 3 } };

afterEach(() => vi.restoreAllMocks());

async function withUnsent(sync: unknown) {
  const made = await renderAt("/", { "/api/sync": sync, "/api/sign-out": null });
  await new Outbox(OWNER, async () => []).put(HORSE, [ASK as never]);
  await renderAt("/", { "/api/sync": sync, "/api/sign-out": null }, "same");
  await screen.findAllByText(/1 waiting/);
  return made;
}

const signOut = async () =>
  userEvent.click(
    (await screen.findAllByRole("button", { name: /^Sign out \(/ }))[0] as HTMLElement,
  );

describe("signing out", () => {
  it("is done at once where everything is sent", async () => {
    const { asked } = await renderAt("/", { "/api/sign-out": null });
    await screen.findAllByText("All saved");
    await signOut();
    await waitFor(() => expect(asked).toContain("/api/sign-out"));
  });

  it("says what is not sent, and leaves it on the device", async () => {
    await withUnsent(() => ({ status: 503, body: { errors: [] } }));
    await signOut();
    expect(await screen.findByText("Not everything is sent")).toBeVisible();
    await userEvent.click(screen.getByRole("button", { name: "Stay" }));
    await waitFor(() => expect(screen.queryByText("Not everything is sent")).toBeNull());
    expect(await new Outbox(OWNER).unsent()).toHaveLength(1);
  });

  it("can wait until it is sent", async () => {
    let works = false;
    await withUnsent(() =>
      works
        ? { body: { answers: [{ id: "a1", status: "saved", problems: [] }] } }
        : { status: 503, body: { errors: [] } },
    );
    await signOut();
    works = true;
    await userEvent.click(await screen.findByRole("button", { name: "Send it now" }));
    expect(await screen.findByText("Everything is sent now.")).toBeVisible();
    expect(await new Outbox(OWNER).unsent()).toHaveLength(0);
  });

  it("hands out what is not sent as a file", async () => {
    await withUnsent(() => ({ status: 503, body: { errors: [] } }));
    const made = vi.fn(() => "blob:made");
    vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: made, revokeObjectURL: vi.fn() }));
    await signOut();
    await userEvent.click(await screen.findByRole("button", { name: "Save them as a file" }));
    await waitFor(() => expect(made).toHaveBeenCalledOnce());
  });
});
