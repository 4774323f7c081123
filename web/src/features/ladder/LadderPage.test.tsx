import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/ladder`;
const { ladder, guide, guideClosed } = sample;
const exercises = ladder.rungs.flatMap((rung) => rung.exercises);

const knot = (name: string) => screen.findByRole("link", { name: new RegExp(`^${name}: `) });

describe("the ladder", () => {
  it("shows every exercise as a knot that says where it stands", async () => {
    await renderAt(AT);
    await knot("Walk to trot");
    for (const one of exercises) {
      const called = one.short === one.name ? one.name : `${one.short} (${one.name})`;
      const name = `${called}: ${one.state}, ${one.good} of ${one.stages.length} stages good`;
      expect(screen.getByRole("link", { name })).toBeInTheDocument();
    }
    expect(screen.getByText(ladder.words)).toBeInTheDocument();
  });

  it("goes from the whole to an exercise to a step, and out again, by keys alone", async () => {
    await renderAt(AT);
    const first = await knot("Walk to trot");
    first.focus();
    await userEvent.keyboard("{ArrowRight}");
    expect(document.activeElement).toHaveAccessibleName(/^Trot to walk: /);
    await userEvent.keyboard("{ArrowLeft}");
    expect(document.activeElement).toBe(first);
    fireEvent.keyDown(first, { key: "+" });
    const stage = await screen.findByRole("link", { name: /^in the green band confirmed/ });
    expect(stage).toHaveAttribute("href", `${AT}/up-wt.2`);
    expect(screen.getByRole("link", { name: "Walk to trot" })).toHaveAttribute(
      "aria-current",
      "page",
    );
    await userEvent.keyboard("{Escape}");
    expect(await screen.findByRole("list", { name: "P4 First rides" })).toBeInTheDocument();
    await userEvent.keyboard("-");
    await knot("Walk to trot");
  });

  it("shows what an exercise needs and what it opens", async () => {
    await renderAt(`${AT}?at=up-wt`);
    expect(
      await screen.findByRole("link", { name: /^One-rein stop: mounted from walk/ }),
    ).toHaveAttribute("href", `${AT}/disengage.3`);
    expect(screen.getByRole("link", { name: /^Hacking: in front/ })).toBeInTheDocument();
  });

  it("finds by words and by state, says how many, and clears", async () => {
    await renderAt(`${AT}?as=list`);
    await userEvent.type(await screen.findByRole("searchbox", { name: "Search" }), "up-wt");
    expect(await screen.findByText("3 of 245 steps fit")).toBeInTheDocument();
    expect(screen.getByRole("link", { name: /in the green band: confirmed/ })).toBeInTheDocument();
    expect(screen.queryByText("Be caught")).not.toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Clear filters" }));
    expect(await screen.findByText("Be caught")).toBeInTheDocument();
  });

  it("says so when nothing fits", async () => {
    await renderAt(`${AT}?q=xyzzy`);
    expect(await screen.findByText(/^No step fits/)).toBeInTheDocument();
  });

  it("is a list of the same, for whoever likes lists better", async () => {
    await renderAt(AT);
    await userEvent.click(await screen.findByRole("button", { name: "As a list" }));
    for (const rung of ladder.rungs)
      expect(
        screen.getByRole("heading", { name: new RegExp(`^${rung.phase} ${rung.title}`) }),
      ).toBeInTheDocument();
    expect(document.querySelectorAll("details")).toHaveLength(exercises.length);
  });
});

describe("a step's page in the ladder", () => {
  it("gives the criterion with figures, dose, faults and remedies, cautions, what it opens", async () => {
    await renderAt(`${AT}/up-wt.2`);
    expect(
      await screen.findByRole("heading", { level: 1, name: `${guide.name}: ${guide.stage}` }),
    ).toBeInTheDocument();
    expect(screen.getByText(guide.does)).toBeInTheDocument();
    expect(screen.getByText(guide.criteria.ready)).toBeInTheDocument();
    expect(screen.getByText(new RegExp(guide.dose))).toBeInTheDocument();
    const faults = screen.getByRole("region", { name: "What goes wrong" });
    for (const fault of guide.faults)
      expect(within(faults).getByRole("rowheader", { name: fault.looks })).toBeInTheDocument();
    for (const caution of guide.cautions) expect(screen.getByText(caution)).toBeInTheDocument();
    for (const link of guide.opens)
      expect(
        screen.getByRole("link", { name: new RegExp(escaped(link.name)) }),
      ).toBeInTheDocument();
    expect(screen.getByRole("link", { name: "How it came there" })).toHaveAttribute(
      "href",
      `/horses/${HORSE}/sheet/up-wt.2`,
    );
  });

  it("says of a closed step which need is missing and how far it is", async () => {
    await renderAt(`${AT}/canter.1`);
    expect(guideClosed.standing.state).toBe("closed");
    expect(await screen.findByText(new RegExp(escaped(guideClosed.standing.why)))).toBeVisible();
    expect(screen.getByText("Not asked yet: no figures.")).toBeInTheDocument();
  });

  it("keeps a decision with its reason; what is refused stays typed", async () => {
    const sent: unknown[] = [];
    let refuses = true;
    await renderAt(`${AT}/canter.1`, {
      [`/api/horses/${HORSE}/overrides`]: async (request: Request) => {
        sent.push(await request.json());
        return refuses
          ? refusal("reason", "is empty", "the reason in a few words")
          : { body: null };
      },
    });
    await userEvent.click(await screen.findByText("Decide yourself"));
    await userEvent.click(screen.getByRole("button", { name: "Keep the decision" }));
    expect(await screen.findAllByText(/is empty \(allowed: the reason/)).not.toHaveLength(0);
    refuses = false;
    await userEvent.type(screen.getByRole("textbox", { name: "Reason" }), "cantered at home");
    await userEvent.click(screen.getByRole("button", { name: "Keep the decision" }));
    await waitFor(() => expect(screen.getByRole("textbox", { name: "Reason" })).toHaveValue(""));
    expect(sent.at(-1)).toMatchObject({
      step: "canter.1",
      state: "open",
      reason: "cantered at home",
    });
  });

  it("lets nobody decide who may not", async () => {
    await renderAt(`${AT}/up-wt.2`, {
      "/api/me": HELPER,
    });
    await screen.findByRole("heading", { level: 1, name: /Walk to trot/ });
    expect(screen.queryByText("Decide yourself")).not.toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Make it the goal" })).not.toBeInTheDocument();
  });
});

const escaped = (words: string) => words.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
