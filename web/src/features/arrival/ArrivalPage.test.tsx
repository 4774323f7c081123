import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { HORSE, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/arrival`;

describe("when a horse has come", () => {
  it("shows what to try, how often and why, before anything was asked", async () => {
    await renderAt(AT, { [`/api/horses/${HORSE}/arrival`]: sample.arrival });
    const { assessment } = sample.arrival;
    expect(await screen.findByText(assessment.words)).toBeInTheDocument();
    for (const session of assessment.sessions) {
      expect(
        screen.getByText(`Session ${session.number}, about ${session.minutes} min of trying`),
      ).toBeInTheDocument();
      for (const one of session.tries)
        expect(screen.getByRole("link", { name: one.name })).toBeInTheDocument();
    }
    expect(screen.getByRole("link", { name: "Plan the session" })).toBeInTheDocument();
    expect(screen.getByText(/No assessment yet/)).toBeInTheDocument();
    expect(screen.queryByText("It has")).not.toBeInTheDocument();
  });

  it("then where its answers placed it, and then against now, for ever", async () => {
    await renderAt(AT);
    const { placement, baseline } = sample.arrivalPlaced;
    expect(await screen.findByText(placement.words)).toBeInTheDocument();
    for (const one of [...placement.has, ...placement.half, ...placement.begin])
      expect(screen.getAllByText(one.why.text).length).toBeGreaterThan(0);
    expect(baseline.rows.length).toBeGreaterThan(0);
    expect(screen.getByText(new RegExp(baseline.words))).toBeInTheDocument();
    const gained = baseline.rows.filter((row) => row.gained);
    expect(screen.queryAllByText("could not, now can")).toHaveLength(gained.length);
  });

  it("on the phone unfolds where to begin and what is tried next, and folds the rest", async () => {
    vi.stubGlobal("matchMedia", (query: string) => ({
      matches: query.includes("max-width"),
      media: query,
      addListener: () => undefined,
      removeListener: () => undefined,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }));
    await renderAt(AT);
    const { placement } = sample.arrivalPlaced;
    const begin = await screen.findByText(`Begin here (${placement.begin.length})`);
    expect(begin.closest("details")).toHaveAttribute("open");
    const has = screen.getByText(`It has (${placement.has.length})`);
    expect(has.closest("details")).not.toHaveAttribute("open");
    await userEvent.click(has);
    expect(has.closest("details")).toHaveAttribute("open");
    vi.unstubAllGlobals();
  });
});
