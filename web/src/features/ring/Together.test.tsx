import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { taken } from "../../shared/api/compactPack";
import { renderAt } from "../../shared/testing/renderAt";
import { HORSE, testPack } from "./testPack";

const OTHERS = "3f0d7c34-5f6e-4c1c-9d0e-1f4f6a0d2b11";
const RUNNING = {
  session: OTHERS,
  words: "Wren's phone has a session running since 9:20, with 2 asks",
};

const answer = (written: string) => ({ ask: {}, mark: "heavy", written, words: "", beside: "" });
const others = (step: string) => ({
  others: [
    {
      id: 1,
      words: "Wren's phone",
      rows: [
        {
          step,
          name: "Some step",
          side: "none",
          kind: "L",
          band: [1, 5],
          asks: ["8", "6"].map(answer),
        },
      ],
    },
  ],
});

describe("two devices on one session", () => {
  it("offers the one that runs, logs in it, and leaves its header to the other", async () => {
    const sent: { type: string; session: string }[] = [];
    await renderAt(`/horses/${HORSE}/ring`, {
      [`/api/horses/${HORSE}/pack`]: taken(testPack()),
      [`/api/horses/${HORSE}/running`]: { sessions: [RUNNING] },
      [`/api/horses/${HORSE}/sessions/${OTHERS}/others`]: others("none.1"),
      "/api/sync": async (request: Request) => {
        const { items } = await request.json();
        sent.push(...items);
        return {
          body: { answers: items.map(({ id }: { id: string }) => ({ id, status: "saved" })) },
        };
      },
    });
    expect(await screen.findByText(/has a session running since 9:20/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Log in that session" }));
    const told = await screen.findByRole("list", { name: "Logged by others" });
    expect(within(told).getByText("Wren's phone")).toBeInTheDocument();
    expect(told).toHaveTextContent("Some step: 8 6");
    // Settling and the day are the other's to mark.
    expect(screen.queryByText(/First stretch/)).toBeNull();
    expect(document.querySelector("[data-open=day]")).toBeNull();
    await userEvent.keyboard("3");
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ type: "ask", session: OTHERS });
  });
});
