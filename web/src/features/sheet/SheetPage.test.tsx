import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/sheet`;

describe("the sheet", () => {
  it("has a row for each cue, leading to how it came there", async () => {
    await renderAt(AT);
    for (const row of sample.sheet.board) {
      const link = await screen.findByRole("link", { name: new RegExp(`^${row.name}: `) });
      expect(link).toHaveAttribute("href", `${AT}/${row.step}`);
    }
    expect(screen.getByText(sample.sheet.sentences[0] as string)).toBeInTheDocument();
    expect(screen.getByText(sample.sheet.settle_summary.words)).toBeInTheDocument();
  });

  it("says the same as a table, with asks and days; the exact figures are one tap further", async () => {
    await renderAt(AT);
    await userEvent.click(await screen.findByRole("button", { name: "As a table" }));
    const table = screen.getAllByRole("table")[0] as HTMLElement;
    const estimates = sample.sheet.board.flatMap((row) =>
      [row.left, row.right, row.both].filter((one) => one !== null),
    );
    expect(within(table).getAllByRole("row")).toHaveLength(estimates.length + 1);
    const first = estimates[0];
    const row = within(table).getAllByRole("row")[1];
    expect(row).toHaveTextContent(`${first?.asks} asks, ${first?.days} d`);
    expect(row).toHaveTextContent(first?.words ?? "?");
    expect(table).not.toHaveTextContent(/0\.\d/);
    const exact = screen.getAllByRole("table", { hidden: true })[1] as HTMLElement;
    expect(exact.closest("details[data-figures]")).not.toBeNull();
    expect(exact).toHaveTextContent(first?.p_first.toFixed(2) ?? "?");
  });

  it("says how far a goal is and what is still to come, without foretelling what it cannot", async () => {
    await renderAt(AT);
    const goal = sample.sheet.goals[0];
    expect(await screen.findByRole("heading", { name: goal?.name as string })).toBeInTheDocument();
    expect(screen.getByText(`${goal?.good} of ${goal?.steps} steps are there`)).toBeInTheDocument();
    expect(screen.getByRole("link", { name: "How soon, and why" })).toHaveAttribute(
      "href",
      `${AT}/${goal?.step}`,
    );
    expect(screen.queryByText(/most likely/)).not.toBeInTheDocument();
  });

  it("shows canter leads by rein with the long run, once some were noted", async () => {
    const leads = {
      rows: [
        {
          rein: "left",
          right: 9,
          wrong: 0,
          disunited: 0,
          low: 0.85,
          high: 1,
          long_run: "between 9 and 10 times in 10",
        },
        {
          rein: "right",
          right: 1,
          wrong: 6,
          disunited: 1,
          low: 0.04,
          high: 0.34,
          long_run: "between 0 and 3 times in 10",
        },
      ],
      p_value: 0.0004,
      words: "The right rein gets the right lead less often, surely.",
    };
    await renderAt(AT, { [`/api/horses/${HORSE}/sheet`]: { ...sample.sheet, leads } });
    expect(await screen.findByRole("heading", { name: "Canter leads" })).toBeInTheDocument();
    expect(screen.getByText("between 0 and 3 times in 10")).toBeInTheDocument();
    expect(screen.getByText(leads.words)).toBeInTheDocument();
  });

  it("of a horse never asked says what to do", async () => {
    await renderAt(AT, { [`/api/horses/${HORSE}/sheet`]: sample.emptySheet });
    expect(await screen.findByText(/Nothing asked yet/)).toBeInTheDocument();
    expect(screen.getByText("No settle times yet.")).toBeInTheDocument();
    expect(screen.getByText("No goal set.")).toBeInTheDocument();
    expect(screen.queryByRole("heading", { name: "Canter leads" })).not.toBeInTheDocument();
  });
});
