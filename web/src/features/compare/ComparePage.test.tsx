import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/compare`;
const API = `/api/horses/${HORSE}/compare`;

describe("comparing", () => {
  it("asks first what is compared, and shows nothing before that is said", async () => {
    const { asked } = await renderAt(AT);
    expect(await screen.findByText(/^Choose what is held against what/)).toBeInTheDocument();
    expect(screen.queryByRole("table")).not.toBeInTheDocument();
    await userEvent.selectOptions(screen.getByLabelText("Compare"), "left and right");
    await waitFor(() => expect(asked).toContain(`${API}?by=sides`));
    const found = sample.compared.comparison;
    expect(await screen.findByText(found.words)).toBeInTheDocument();
    const [table] = screen.getAllByRole("table");
    const heads = within(table as HTMLElement).getAllByRole("columnheader");
    expect(heads.map((one) => one.textContent)).toEqual(found.columns);
    expect(within(table as HTMLElement).getAllByRole("row")).toHaveLength(found.rows.length + 1);
  });

  it("waits for both days, and keeps the exact figures one tap away", async () => {
    const found = { ...sample.compared.comparison, title: "1 May against 1 June" };
    const { asked } = await renderAt(`${AT}?by=dates&first=2026-05-01`, {
      [API]: { ...sample.compared, comparison: found },
    });
    expect(await screen.findByText(/^Choose what/)).toBeInTheDocument();
    expect(asked.filter((one) => one.includes("by=dates"))).toEqual([]);
    await userEvent.type(screen.getByLabelText("Later day"), "2026-06-01");
    await waitFor(() =>
      expect(asked).toContain(`${API}?by=dates&first=2026-05-01&second=2026-06-01`),
    );
    expect(await screen.findByRole("heading", { name: found.title })).toBeInTheDocument();
    const exact = found.rows[0]?.exact as string;
    if (exact) {
      const line = screen
        .getAllByText((_, one) => one?.textContent?.endsWith(exact) ?? false)
        .at(-1);
      expect(line?.closest("details[data-figures]")).not.toBeNull();
    }
  });

  it("says what is wrong, by its name, and keeps what was chosen", async () => {
    await renderAt(`${AT}?by=dates&first=2026-06-20&second=2026-06-10`, {
      [API]: () => refusal("first", "has to come before the second day", "two days", "2026-06-20"),
    });
    expect(await screen.findByRole("alert")).toHaveTextContent(
      "first: has to come before the second day",
    );
    expect(screen.getByLabelText("Earlier day")).toHaveValue("2026-06-20");
  });
});
