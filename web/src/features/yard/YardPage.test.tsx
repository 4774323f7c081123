import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

describe("the yard's schools", () => {
  it("asks every question with a neutral sentence on each side", async () => {
    await renderAt("/yard/schools");
    await screen.findByRole("heading", { level: 1, name: "Yard" });
    for (const school of sample.yard.schools) {
      const group = screen.getByRole("group", { name: school.question });
      for (const option of school.options)
        expect(within(group).getByText(option.words)).toBeInTheDocument();
      expect(within(group).getAllByRole("radio")[0]).toBeChecked();
    }
  });

  it("saves an answer at once, and that alone: others may have given theirs", async () => {
    let sent: unknown;
    await renderAt("/yard/schools", {
      "/api/yard": { ...sample.yard, school: { eyes: "b" } },
      "/api/yard/school": async (request: Request) => {
        sent = await request.json();
        return { body: { ...sample.yard, school: { eyes: "b", escalation: "b" } } };
      },
    });
    await userEvent.click(await screen.findByRole("radio", { name: /^match and hold/ }));
    await waitFor(() => expect(sent).toEqual({ school: { escalation: "b" } }));
  });

  it("can be read and not changed by a helper", async () => {
    await renderAt("/yard/schools", { "/api/me": HELPER });
    expect(await screen.findByText("Only trainers change these.")).toBeInTheDocument();
    for (const radio of screen.getAllByRole("radio")) expect(radio).toBeDisabled();
  });
});

describe("the yard's exercises", () => {
  it("can be found, changed and copied", async () => {
    await renderAt("/yard/exercises");
    await userEvent.type(await screen.findByRole("searchbox"), "turns at");
    expect(screen.getAllByRole("row")).toHaveLength(2);
    expect(screen.getByRole("link", { name: "Change Turns at walk" })).toHaveAttribute(
      "href",
      "/yard/exercises/steer",
    );
    expect(screen.getByRole("link", { name: "Copy Turns at walk" })).toHaveAttribute(
      "href",
      "/yard/exercises/new?from=steer",
    );
  });

  it("says where an exercise is wrong, and keeps what was typed, also for later", async () => {
    const words = "needs itself in a circle: steer.1, gate-g.1, steer.1";
    await renderAt("/yard/exercises/steer", {
      "/api/yard/exercises": () => refusal("stages[0].needs", words, "no circle", "gate-g.1"),
    });
    const needs = (await screen.findAllByRole("combobox", { name: /^Needs/ }))[0] as HTMLElement;
    await userEvent.type(needs, "gate-g.1{Enter}");
    await userEvent.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(needs).toBeInvalid());
    expect(needs).toHaveAccessibleDescription(`${words} (allowed: no circle)`);
    expect(screen.getByRole("alert")).toHaveTextContent("stages[0].needs “gate-g.1”");
    expect(screen.getByText("gate-g.1")).toBeInTheDocument();
    await renderAt("/yard/exercises/steer", {}, "same");
    expect(await screen.findByText("gate-g.1")).toBeInTheDocument();
  });

  it("says whose stands where somebody else has changed it meanwhile", async () => {
    const sent: { edition: string | null }[] = [];
    const theirs = {
      ...sample.exercise,
      exercise: { ...sample.exercise.exercise, name: "Turning" },
    };
    await renderAt("/yard/exercises/steer", {
      "/api/yard/exercises": async (request: Request) => {
        sent.push((await request.json()) as { edition: string | null });
        const problem = { path: "edition", value: null, reason: "was changed", allowed: "" };
        return sent.length === 1
          ? { status: 409, body: { errors: [problem], now: theirs } }
          : { body: sample.yard };
      },
    });
    await userEvent.click(await screen.findByRole("button", { name: "Save" }));
    const differs = await screen.findByRole("region", { name: "What differs" });
    expect(within(differs).getAllByRole("row")).toHaveLength(2);
    expect(within(differs).getByRole("rowheader", { name: "name" })).toBeInTheDocument();
    expect(within(differs).getByRole("cell", { name: "Turning" })).toBeInTheDocument();
    await userEvent.click(await screen.findByRole("button", { name: "Save mine in its place" }));
    await waitFor(() => expect(location.pathname).toBe("/yard/exercises"));
    expect(sent.map((one) => one.edition)).toEqual([sample.exercise.edition, null]);
  });

  it("never changes what old asks rest on", async () => {
    await renderAt("/yard/exercises/steer");
    expect(await screen.findByRole("textbox", { name: /^Short name/ })).toBeDisabled();
    for (const name of ["Judged by", "Left and right mean"])
      expect(screen.getByRole("combobox", { name })).toHaveAttribute("aria-disabled", "true");
    expect(screen.queryByText("Take this stage out")).not.toBeInTheDocument();
  });

  it("archives the whole exercise", async () => {
    let sent: { exercise?: { archived?: boolean } } = {};
    await renderAt("/yard/exercises/steer", {
      "/api/yard/exercises": async (request: Request) => {
        sent = (await request.json()) as typeof sent;
        return { body: sample.yard };
      },
    });
    await userEvent.click(
      await screen.findByRole("button", { name: "Archive the whole exercise" }),
    );
    await waitFor(() => expect(sent.exercise?.archived).toBe(true));
    await waitFor(() => expect(location.pathname).toBe("/yard/exercises"));
  });
});

describe("the yard's kit, bands and words", () => {
  it("sends what is missing", async () => {
    let yard: object = sample.yard;
    let sent: unknown;
    await renderAt("/yard/kit", {
      "/api/yard": () => ({ body: yard }),
      "/api/yard/kit": async (request: Request) => {
        sent = await request.json();
        yard = { ...sample.yard, missing_kit: ["poles"] };
        return { body: yard };
      },
    });
    await userEvent.click(await screen.findByRole("checkbox", { name: "poles" }));
    await waitFor(() => expect(sent).toEqual({ kit: { poles: false } }));
    await waitFor(() => expect(screen.getByRole("checkbox", { name: "poles" })).not.toBeChecked());
  });

  it("sends the yard's own words of a scale, all ten", async () => {
    let sent: { scales?: Record<string, string[]> } = {};
    await renderAt("/yard/scales", {
      "/api/yard/scales": async (request: Request) => {
        sent = (await request.json()) as typeof sent;
        return { body: sample.yard };
      },
    });
    const family = sample.yard.families[0];
    await userEvent.click(await screen.findByText(`Words for: ${family?.name}`));
    const first = await screen.findByRole("textbox", { name: "Level 1" });
    await userEvent.clear(first);
    await userEvent.type(first, "a thought");
    await userEvent.click(screen.getByRole("button", { name: "Save these words" }));
    const wanted = ["a thought", ...(family?.levels.slice(1) ?? [])];
    await waitFor(() => expect(sent.scales?.[family?.id ?? ""]).toEqual(wanted));
  });
});
