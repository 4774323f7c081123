import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { HORSE, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/debrief`;

describe("the debrief", () => {
  it("shows the last session, side beside side, ask by ask", async () => {
    await renderAt(AT);
    await screen.findByRole("navigation", { name: "Sessions" });
    await waitFor(() => expect(document.querySelector("li[data-step]")).not.toBeNull());
    for (const row of sample.debrief.rows) {
      const side = document.querySelector<HTMLElement>(
        `li[data-step="${row.step}"][data-side="${row.side}"]`,
      ) as HTMLElement;
      expect(side).toHaveTextContent(row.words);
      expect(within(side).getByRole("img", { name: /^Asks/ })).toBeInTheDocument();
    }
    expect(sample.debrief.rows[0]?.words).toMatch(/light.*at about/);
    expect(sample.debrief.rows[0]?.exact).toMatch(/level .* asks on .* days/);
  });

  it("leads to each step's own page, and to the next plan", async () => {
    await renderAt(AT);
    const row = sample.debrief.rows[0];
    const link = await screen.findByRole("link", { name: row?.name as string });
    expect(link).toHaveAttribute("href", `/horses/${HORSE}/sheet/${row?.step}`);
    expect(await screen.findByText(sample.plan.plan.headline)).toBeInTheDocument();
  });

  it("lists earlier sessions, the newest first", async () => {
    await renderAt(AT);
    const list = await screen.findByRole("navigation", { name: "Sessions" });
    const links = within(list).getAllByRole("link");
    expect(links).toHaveLength(sample.sessions.sessions.length);
    expect(links[0]).toHaveAttribute("aria-current", "page");
  });

  it("says when there is nothing to look back on", async () => {
    await renderAt(AT, { [`/api/horses/${HORSE}/sessions`]: { sessions: [] } });
    expect(await screen.findByText(/No session yet/)).toBeInTheDocument();
  });
});
