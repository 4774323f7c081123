import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/sheet/up-wt.2`;
const FORECAST = `/api/horses/${HORSE}/steps/up-wt.2/forecast`;

describe("a step's page", () => {
  it("gives each side's figure with its doubt, what it rests on and what moved it", async () => {
    await renderAt(AT);
    expect(await screen.findByRole("heading", { level: 1 })).toHaveTextContent("Walk to trot");
    for (const side of sample.step.sides) {
      expect(screen.getByText(side.words)).toBeInTheDocument();
      for (const one of side.influences)
        expect(screen.getAllByText(one.words).length).toBeGreaterThan(0);
    }
    expect(sample.step.sides[0]?.words).toMatch(
      /^left: (nearly always )?light.*at about .* asks? on .* days?$/,
    );
    expect(screen.getAllByText(/^Light in .* asks; in the long run/)).toHaveLength(2);
  });

  it("shows the same as a table, the newest day first", async () => {
    await renderAt(AT);
    const button = await screen.findByRole("button", { name: "As a table: left" });
    await userEvent.click(button);
    const [said, exact] = screen.getAllByRole("table", { hidden: true });
    const rows = within(said as HTMLElement)
      .getAllByRole("row")
      .slice(1);
    const days = sample.step.sides[0]?.days ?? [];
    expect(rows).toHaveLength(days.length);
    const newest = days.at(-1);
    expect(rows[0]).toHaveTextContent(newest?.words ?? "?");
    expect(exact).toHaveTextContent((newest?.p_first ?? 0).toFixed(2));
    expect(rows[0]).toHaveTextContent(newest?.asks.map((one) => one.written).join(" ") ?? "?");
    expect(screen.getByRole("button", { name: "As a picture: left" })).toBeInTheDocument();
  });

  it("foretells in the horse's own rhythm, and in another when asked", async () => {
    const { asked } = await renderAt(AT);
    await screen.findByText(sample.forecast.words);
    await waitFor(() => expect(asked).toContain(FORECAST));
    await userEvent.click(await screen.findByRole("combobox", { name: /Rides a week/ }));
    await userEvent.click(await screen.findByRole("option", { name: "5 rides" }));
    await waitFor(() => expect(asked).toContain(`${FORECAST}?per_week=5`));
  });

  it("claims nothing of a step that was never asked, and says what comes first", async () => {
    await renderAt(`/horses/${HORSE}/sheet/canter.1`);
    expect(await screen.findByText(/Not asked yet\. After the first asks/)).toBeInTheDocument();
    expect(await screen.findByText(sample.forecastWithoutClaim.words)).toBeInTheDocument();
    expect(screen.queryByRole("img", { name: /within 5/ })).not.toBeInTheDocument();
  });

  it("says what is wrong, with the range, when the server refuses", async () => {
    await renderAt(AT, {
      [FORECAST]: () => refusal("per_week", "is out of range", "0.25 to 7 rides a week", 9),
    });
    const alert = await screen.findByRole("alert");
    expect(alert).toHaveTextContent("per_week: is out of range (allowed: 0.25 to 7 rides a week)");
    expect(within(alert).getByRole("button", { name: "Try again" })).toBeInTheDocument();
  });

  it("knows that a step does not exist", async () => {
    await renderAt(`/horses/${HORSE}/sheet/fly.1`);
    expect(await screen.findByRole("alert")).toHaveTextContent("There is no such horse");
  });
});
