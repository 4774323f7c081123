import { cleanup, render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { startDraft } from "./ringSession";
import { SettlePanel } from "./SettlePanel";
import { testPack } from "./testPack";
import { makeStamp, type Ring } from "./useRing";

function settlingFor(minutes: number, whole_min: number | null = null) {
  cleanup();
  const pack = testPack();
  const order = pack.plan.items.map((item) => item.id);
  const draft = startDraft(pack, order, false, "2026-06-15", makeStamp());
  const startedAt = new Date(Date.now() - minutes * 60_000).toISOString();
  const settle = { ...draft.settle, startedAt, whole_min };
  const ring = { change: () => undefined } as unknown as Ring;
  render(<SettlePanel draft={{ ...draft, settle }} ring={ring} />);
}

describe("settling", () => {
  it("ends with the session's minutes, settled or not", () => {
    settlingFor(29);
    expect(screen.queryByRole("alert")).not.toBeInTheDocument();
    settlingFor(31);
    expect(screen.getByRole("alert")).toHaveTextContent("put it away, settled or not");
    settlingFor(31, 12);
    expect(screen.queryByRole("alert")).not.toBeInTheDocument();
  });
});
