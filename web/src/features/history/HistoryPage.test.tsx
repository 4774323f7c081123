import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/history`;
const API = `/api/horses/${HORSE}/history`;

describe("the history", () => {
  it("shows each session as a strip that leads to its debrief, with its answers in marks", async () => {
    await renderAt(AT);
    const strip = sample.history.strips[0];
    expect(await screen.findByText(sample.history.words)).toBeInTheDocument();
    const link = screen
      .getAllByRole("link")
      .find((one) => one.getAttribute("href") === `/horses/${HORSE}/debrief/${strip?.id}`);
    expect(link).toBeDefined();
    const row = strip?.rows[0];
    const said = row?.asks.map((one) => one.written).join(" ");
    expect(screen.getAllByRole("img", { name: new RegExp(`: ${said}$`) }).length).toBeGreaterThan(
      0,
    );
  });

  it("asks for what is wanted, and keeps it in the address", async () => {
    const { asked } = await renderAt(`${AT}?exercise=halt`);
    await screen.findByText(sample.history.words);
    expect(asked).toContain(`${API}?exercise=halt`);
    await userEvent.type(screen.getByLabelText("Search"), "gulls");
    await waitFor(() => expect(asked.at(-1)).toBe(`${API}?search=gulls&exercise=halt`));
    expect(window.location.search).toBe("?exercise=halt&search=gulls");
    await userEvent.click(screen.getByRole("button", { name: "Clear" }));
    await waitFor(() => expect(window.location.search).toBe(""));
  });

  it("says that nothing is like that", async () => {
    await renderAt(AT, {
      [API]: { ...sample.history, found: 0, words: "0 of 9 sessions", strips: [] },
    });
    expect(await screen.findByText("No session is like that.")).toBeInTheDocument();
  });

  it("says what is wrong with a wish, by its name", async () => {
    await renderAt(`${AT}?kind=nap`, {
      [API]: () => refusal("kind", "is not a kind", "ridden", "nap"),
    });
    expect(await screen.findByRole("alert")).toHaveTextContent(
      "kind: is not a kind (allowed: ridden)",
    );
  });
});
