import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { DAY_HELPER, HORSE, NAME, OWNER, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const LAYOUT = "/api/ground/layout";
const laid = sample.layout;
const wide = sample.layoutTooWide;

const asked = (request: Request) => new URL(request.url).searchParams;

describe("the ground", () => {
  it("shows a set-up in a place, whether it fits, and what it comes to", async () => {
    await renderAt("/ground?setup=two-marker");
    expect(await screen.findByRole("heading", { name: laid.name })).toBeInTheDocument();
    expect(screen.getByText(laid.verdict, { exact: false })).toBeInTheDocument();
    for (const line of laid.comes_to) expect(screen.getByText(line)).toBeInTheDocument();
    for (const marker of laid.markers)
      expect(
        screen.getByRole("button", { name: `${marker.name}: ${marker.said}` }),
      ).toBeInTheDocument();
  });

  it("asks anew with what is typed, and keeps it in the address", async () => {
    const seen: string[] = [];
    await renderAt("/ground?setup=two-marker", {
      [LAYOUT]: (request: Request) => {
        seen.push(asked(request).get("values") ?? "");
        return { body: laid };
      },
    });
    const field = await screen.findByRole("textbox", { name: /Between the barrels/ });
    await userEvent.clear(field);
    await userEvent.type(field, "22");
    await waitFor(() => expect(seen.at(-1)).toBe('{"between_m":"22"}'));
    expect(window.location.search).toContain("22");
  });

  it("says what cannot be beside its field, keeps what was typed, and shows the last that could", async () => {
    await renderAt("/ground?setup=two-marker", {
      [LAYOUT]: (request: Request) =>
        asked(request).get("values")?.includes("-3")
          ? {
              status: 422,
              body: {
                errors: [
                  {
                    path: "values.gate_m",
                    value: "-3",
                    reason: "is too small",
                    allowed: "1.5 to 20 m",
                  },
                ],
              },
            }
          : { body: laid },
    });
    const field = await screen.findByRole("textbox", { name: /Width of the gate/ });
    await userEvent.clear(field);
    await userEvent.type(field, "-3");
    expect(await screen.findByText(/is too small .*1.5 to 20 m/)).toBeInTheDocument();
    expect(field).toHaveValue("-3");
    expect(screen.getByRole("heading", { name: laid.name })).toBeInTheDocument();
  });

  it("loses none of two numbers that are typed one after the other", async () => {
    await renderAt("/ground?setup=two-marker");
    const gate = await screen.findByRole("textbox", { name: /Width of the gate/ });
    const between = screen.getByRole("textbox", { name: /Between the barrels/ });
    // Both in one breath: the second is set before the first is drawn.
    fireEvent.change(gate, { target: { value: "4" } });
    fireEvent.change(between, { target: { value: "20" } });
    act(() => {
      gate.focus();
      gate.blur();
      between.focus();
      between.blur();
    });
    await waitFor(() => {
      const typed = new URLSearchParams(window.location.search).get("values");
      expect(JSON.parse(typed ?? "{}")).toEqual({ gate_m: "4", between_m: "20" });
    });
  });

  it("with nothing to show says what is wrong, and goes back to what is usual", async () => {
    const far = encodeURIComponent('{"between_m":"50"}');
    await renderAt(`/ground?setup=two-marker&values=${far}`, {
      [LAYOUT]: (request: Request) =>
        asked(request).get("values") === "{}"
          ? { body: laid }
          : refusal("values.between_m", "puts it outside the fence", "4 to 40 m in this place", 50),
    });
    expect(await screen.findByText(/puts it outside the fence/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "As usual here" }));
    expect(await screen.findByRole("heading", { name: laid.name })).toBeInTheDocument();
  });

  it("says by how much it does not fit, and takes the largest that does", async () => {
    const seen: string[] = [];
    await renderAt("/ground?setup=two-marker", {
      [LAYOUT]: (request: Request) => {
        seen.push(asked(request).get("values") ?? "");
        return { body: seen.length === 1 ? wide : laid };
      },
    });
    for (const problem of wide.problems)
      expect(await screen.findByText(problem.what)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Take the largest" }));
    await waitFor(() => expect(seen.at(-1)).toBe(JSON.stringify(wide.largest)));
  });

  it("moves a marker by the arrow keys, and says where it is", async () => {
    const drags: URLSearchParams[] = [];
    const pony = encodeURIComponent('{"withers_cm":"140"}');
    await renderAt(`/ground?setup=two-marker&values=${pony}`, {
      [LAYOUT]: (request: Request) => {
        if (asked(request).has("marker")) drags.push(asked(request));
        return { body: laid };
      },
    });
    const [first] = laid.markers;
    if (!first) throw new Error("no marker");
    const marker = await screen.findByRole("button", { name: `${first.name}: ${first.said}` });
    marker.focus();
    await userEvent.keyboard("{ArrowUp}");
    await waitFor(() => expect(drags).toHaveLength(1));
    expect(drags[0]?.get("marker")).toBe(first.id);
    expect(Number(drags[0]?.get("y_m"))).toBeCloseTo(first.y_m + 0.5);
    expect(Number(drags[0]?.get("x_m"))).toBeCloseTo(first.x_m);
    expect(await screen.findByText(`${first.name} is now ${first.said}`)).toBeInTheDocument();
    // What was typed of the horse stays.
    const typed = new URLSearchParams(window.location.search).get("values");
    expect(JSON.parse(typed ?? "{}")).toMatchObject({ withers_cm: "140" });
  });

  it("ticks off what stands, and remembers it on the device", async () => {
    await renderAt("/ground?setup=two-marker");
    const rows = laid.corners_table?.rows ?? [];
    const box = await screen.findByRole("checkbox", { name: rows[0]?.name ?? "" });
    await userEvent.click(box);
    expect(screen.getByText(`1 of ${rows.length} stand`)).toBeInTheDocument();
    await renderAt("/ground?setup=two-marker", {}, "same");
    await waitFor(async () =>
      expect(await screen.findByText(`1 of ${rows.length} stand`)).toBeInTheDocument(),
    );
  });

  it("shows what was seen of a horse there, in words and on the drawing", async () => {
    await renderAt(`/ground?setup=two-marker&horse=${HORSE}`);
    expect(
      await screen.findByRole("heading", { name: `What was seen of ${NAME} here` }),
    ).toBeInTheDocument();
    for (const one of sample.groundOfHorse.seen.seen)
      expect(screen.getAllByText(one.words).length).toBeGreaterThan(0);
  });

  it("is the way as a table too", async () => {
    await renderAt("/ground?setup=two-marker");
    const table = await screen.findByText("The way, piece by piece");
    await userEvent.click(table);
    expect(screen.getAllByText(laid.path.pieces[1]?.turn_said ?? "").length).toBeGreaterThan(0);
  });

  it("lets an owner look and change nothing, a day helper lay out", async () => {
    await renderAt("/ground?setup=two-marker", { "/api/me": OWNER });
    expect(await screen.findByRole("heading", { name: laid.name })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "Add a place" })).not.toBeInTheDocument();
    await renderAt("/ground?setup=two-marker", { "/api/me": DAY_HELPER });
    expect(await screen.findByRole("heading", { name: "Tape measure" })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: /Sheet to print/ })).not.toBeInTheDocument();
  });
});
