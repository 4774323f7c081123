import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { heardOf } from "../../shared/api/apiEdition";
import { SCHEMA } from "../../shared/api/schemaHash.generated";
import { HORSE, NAME, OWNER, renderAt } from "../../shared/testing/renderAt";

describe("the frame of every place", () => {
  afterEach(() => {
    heardOf(SCHEMA);
    vi.restoreAllMocks();
  });

  it("says that a newer version is there, as soon as an answer tells", async () => {
    await renderAt("/");
    await screen.findAllByText(NAME);
    expect(screen.queryByText(/A newer version is there/)).not.toBeInTheDocument();
    heardOf("another");
    expect(await screen.findByText(/A newer version is there/)).toBeInTheDocument();
    // Back on the one it was made for, e.g. behind a server that was set back.
    heardOf(SCHEMA);
    await waitFor(() =>
      expect(screen.queryByText(/A newer version is there/)).not.toBeInTheDocument(),
    );
  });

  it("stays when a place breaks, and the next place is there again", async () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    await renderAt(`/horses/${HORSE}/sheet`, { [`/api/horses/${HORSE}/sheet`]: { facts: null } });
    expect(await screen.findByText(/This page is broken/)).toBeInTheDocument();
    await userEvent.click(screen.getAllByRole("link", { name: "Ladder" })[0] as HTMLElement);
    expect(await screen.findByRole("searchbox", { name: "Search" })).toBeInTheDocument();
    expect(screen.queryByText(/This page is broken/)).not.toBeInTheDocument();
  });
});

describe("an owner", () => {
  it("reads, and is led nowhere where one logs", async () => {
    await renderAt("/", { "/api/me": OWNER });
    expect(await screen.findByRole("link", { name: `Plan for ${NAME}` })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: /Start a session/ })).not.toBeInTheDocument();
    await renderAt(`/horses/${HORSE}/plan`, { "/api/me": OWNER });
    expect(await screen.findByRole("button", { name: "Print" })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "Take it to the ring" })).not.toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "Ring" })).not.toBeInTheDocument();
    expect(screen.getByRole("link", { name: "Sheet" })).toBeInTheDocument();
    await renderAt(`/horses/${HORSE}/ring`, { "/api/me": OWNER });
    expect(await screen.findByText(/Logging is for trainers/)).toBeInTheDocument();
  });
});
