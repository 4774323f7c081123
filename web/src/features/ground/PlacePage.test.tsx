import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const [own] = sample.ground.places;
if (!own) throw new Error("no place");
const AT = `/ground/places/${own.id}`;
const PUT = `/api/ground/places/${own.id}`;

describe("a place that is drawn", () => {
  it("shows what is known of it, and sends what was changed with its edition", async () => {
    const sent: unknown[] = [];
    await renderAt(AT, {
      [PUT]: async (request: Request) => {
        sent.push(await request.json());
        return { body: own };
      },
    });
    const width = await screen.findByRole("textbox", { name: "Short side" });
    expect(width).toHaveValue("20");
    await userEvent.clear(width);
    await userEvent.type(width, "25");
    await userEvent.click(screen.getByRole("button", { name: "Save the place" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ edition: own.edition, place: { width_m: 25, length_m: 40 } });
    await waitFor(() => expect(window.location.pathname).toBe("/ground"));
  });

  it("says beside its field what cannot be, and keeps it", async () => {
    await renderAt(AT, { [PUT]: () => refusal("width_m", "is too small", "6.0 to 500.0", 2) });
    const width = await screen.findByRole("textbox", { name: "Short side" });
    await userEvent.clear(width);
    await userEvent.type(width, "2");
    await userEvent.click(screen.getByRole("button", { name: "Save the place" }));
    expect((await screen.findAllByText(/is too small/)).length).toBeGreaterThan(0);
    expect(width).toHaveValue("2");
  });

  it("tells whoever was overtaken what it is now", async () => {
    await renderAt(AT, {
      [PUT]: () => ({
        status: 409,
        body: {
          errors: [{ path: "edition", value: null, reason: "was changed", allowed: "" }],
          now: { ...own, place: { ...own.place, width_m: 33 } },
        },
      }),
    });
    const width = await screen.findByRole("textbox", { name: "Short side" });
    await userEvent.clear(width);
    await userEvent.type(width, "25");
    await userEvent.click(screen.getByRole("button", { name: "Save the place" }));
    expect(await screen.findByText("33")).toBeInTheDocument();
  });

  it("asks of each shape only its own sizes", async () => {
    await renderAt("/ground/places/new");
    expect(await screen.findByRole("textbox", { name: "Short side" })).toBeInTheDocument();
    await userEvent.click(screen.getByRole("combobox", { name: "Shape" }));
    await userEvent.click(screen.getByRole("option", { name: "Round pen" }));
    expect(screen.queryByRole("textbox", { name: "Short side" })).not.toBeInTheDocument();
    expect(screen.getByRole("textbox", { name: "From side to side" })).toBeInTheDocument();
  });

  it("is read from a file, and looked at before it is saved", async () => {
    await renderAt("/ground/places/new", {
      "/api/ground/places/read": { ...own.place, name: "Field", width_m: 31 },
    });
    await screen.findByRole("textbox", { name: "Short side" });
    const input = document.querySelector<HTMLInputElement>("input[type=file]");
    if (!input) throw new Error("no input");
    await userEvent.upload(input, new File(["{}"], "field.geojson"));
    await waitFor(() =>
      expect(screen.getByRole("textbox", { name: "Short side" })).toHaveValue("31"),
    );
    expect(screen.getByRole("textbox", { name: /Name/ })).toHaveValue("Field");
  });

  it("is not for whoever only logs", async () => {
    await renderAt(AT, { "/api/me": HELPER });
    expect(await screen.findByText("This is for trainers and instructors.")).toBeInTheDocument();
  });
});
