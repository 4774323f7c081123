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
    for (const part of sample.sheet.parts)
      expect(screen.getAllByText(part.words[0] as string).length).toBeGreaterThan(0);
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

  it("sorts the board by what wants attention, and says why", async () => {
    const board = sample.sheet.board.map((row, n) => ({
      ...row,
      attention: n === 2 ? 16 : 0,
      attention_words: n === 2 ? "has slipped" : "",
    }));
    await renderAt(AT, { [`/api/horses/${HORSE}/sheet`]: { ...sample.sheet, board } });
    expect(await screen.findByText(/has slipped/)).toBeInTheDocument();
    const rows = () => screen.getAllByRole("link", { name: /Show how it came there$/ });
    expect(rows()[0]).toHaveAttribute("href", `${AT}/${board[0]?.step}`);
    await userEvent.selectOptions(screen.getByLabelText("In order of"), "what wants attention");
    expect(rows()[0]).toHaveAttribute("href", `${AT}/${board[2]?.step}`);
    expect(rows()[1]).toHaveAttribute("href", `${AT}/${board[0]?.step}`);
  });

  it("gives each part its picture, the same as a table with links to the asks, and what is behind it", async () => {
    await renderAt(AT);
    const part = sample.sheet.parts.find((one) => one.code === "settling");
    const chart = part?.charts[0];
    const picture = await screen.findByRole("img", { name: `${part?.title}: ${chart?.words}` });
    expect(picture).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: `As a table: ${part?.title}` }));
    const row = chart?.table.rows[0];
    const table = screen.getByRole("region", { name: part?.title as string });
    expect(
      within(table).getAllByRole("link", { name: row?.cells[0] as string })[0],
    ).toHaveAttribute("href", `/horses/${HORSE}/debrief/${row?.session}`);
    const behind = screen.getByRole("link", { name: `The sessions behind it: ${part?.title}` });
    expect(behind.getAttribute("href")).toMatch(new RegExp(`^/horses/${HORSE}/history`));
    const exact = chart?.exact as string;
    expect(screen.getByText(exact).closest("details[data-figures]")).not.toBeNull();
  });

  it("of a horse never asked says what to do", async () => {
    await renderAt(AT, { [`/api/horses/${HORSE}/sheet`]: sample.emptySheet });
    expect(await screen.findByText(/Nothing asked yet/)).toBeInTheDocument();
    expect(screen.getByText("No goal set.")).toBeInTheDocument();
    expect(screen.queryByRole("heading", { name: "Settling" })).not.toBeInTheDocument();
  });
});
