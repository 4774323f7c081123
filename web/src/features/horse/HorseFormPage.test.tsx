import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const API = "/api/yard/horses";
const save = () =>
  userEvent.click(screen.getByRole("button", { name: "Add it, and see what to try" }));

describe("a new horse", () => {
  it("works the weight out while one types", async () => {
    await renderAt("/new-horse", {
      "/api/tape-weight": (request: Request) => {
        const query = new URL(request.url).searchParams;
        const words = `about ${Number(query.get("girth_cm")) * 2} kg by tape`;
        return { body: { kg: 1, rough: false, words } };
      },
    });
    await userEvent.type(await screen.findByRole("textbox", { name: "Girth, cm" }), "172");
    await userEvent.type(screen.getByRole("textbox", { name: "Length, cm" }), "146");
    expect(await screen.findByText("about 344 kg by tape")).toBeInTheDocument();
  });

  it("sends what was typed, and goes on to what it is tried on", async () => {
    let sent: { horse?: Record<string, unknown> } = {};
    await renderAt("/new-horse", {
      [API]: async (request: Request) => {
        sent = (await request.json()) as typeof sent;
        return { status: 201, body: { id: HORSE } };
      },
    });
    await userEvent.type(await screen.findByRole("textbox", { name: /^Name/ }), "Sedge");
    await userEvent.type(screen.getByRole("textbox", { name: "Height" }), "14.2 hh");
    await userEvent.type(screen.getByRole("textbox", { name: "Girth, cm" }), "172,5");
    await userEvent.click(screen.getByText("Its school, where it differs from the yard's"));
    await userEvent.click(screen.getByRole("radio", { name: /^match and hold/ }));
    await save();
    await waitFor(() => expect(location.pathname).toBe(`/horses/${HORSE}/arrival`));
    expect(sent.horse).toMatchObject({
      name: "Sedge",
      height: "14.2 hh",
      girth_cm: 172.5,
      background: "handled",
      school: { escalation: "b" },
    });
  });

  it("is told what it did, what it is like, and its own bands", async () => {
    let sent: { horse?: Record<string, unknown> } = {};
    await renderAt("/new-horse", {
      [API]: async (request: Request) => {
        sent = (await request.json()) as typeof sent;
        return { status: 201, body: { id: HORSE } };
      },
    });
    await userEvent.type(await screen.findByRole("textbox", { name: /^Name/ }), "Sedge");
    const nothing = screen.getByRole("checkbox", { name: "nothing of these" });
    await userEvent.click(nothing);
    expect(nothing).toBeChecked();
    await userEvent.click(screen.getByRole("checkbox", { name: "walked under a rider" }));
    expect(nothing).not.toBeChecked();
    await userEvent.click(screen.getByRole("checkbox", { name: "went in harness" }));
    await userEvent.click(screen.getByRole("combobox", { name: /^Forward/ }));
    await userEvent.click(await screen.findByRole("option", { name: "sharp" }));
    await userEvent.click(screen.getByText(/^Which levels are light for it/));
    const [highest] = screen.getAllByRole("combobox", { name: "highest" });
    await userEvent.click(highest as HTMLElement);
    await userEvent.click(await screen.findByRole("option", { name: "4" }));
    await save();
    await waitFor(() => expect(location.pathname).toBe(`/horses/${HORSE}/arrival`));
    expect(sent.horse).toMatchObject({
      did_before: ["walk", "harness"],
      temperament: { go: "sharp" },
      bands: { default: [1, 4] },
    });
  });

  it("says at its field what does not fit, and keeps what was typed", async () => {
    await renderAt("/new-horse", {
      [API]: () => refusal("horse.height", "is not a height", "14.2 hh or 147 cm", "tall"),
    });
    await userEvent.type(await screen.findByRole("textbox", { name: "Height" }), "tall");
    await save();
    const field = screen.getByRole("textbox", { name: "Height" });
    await waitFor(() => expect(field).toBeInvalid());
    expect(field).toHaveAccessibleDescription("is not a height (allowed: 14.2 hh or 147 cm)");
    expect(field).toHaveValue("tall");
    // Also after the page was left: it is kept on the device.
    await renderAt("/new-horse", {}, "same");
    expect(await screen.findByRole("textbox", { name: "Height" })).toHaveValue("tall");
  });
});

describe("changing a horse", () => {
  it("begins with what is known", async () => {
    await renderAt(`/horses/${HORSE}/edit`);
    expect(await screen.findByRole("textbox", { name: "Height" })).toHaveValue("14.2 hh");
    expect(screen.getByRole("combobox", { name: "Where it comes from" })).toHaveTextContent(
      "from racing",
    );
  });

  it("shows what somebody else has made of it, and saves on top of that", async () => {
    const theirs = {
      ...sample.profile,
      profile: { ...sample.profile.profile, home: "south gate" },
    };
    let known: object = sample.profile;
    const sent: { edition: string | null }[] = [];
    await renderAt(`/horses/${HORSE}/edit`, {
      [`/api/horses/${HORSE}/profile`]: async (request: Request) => {
        if (request.method === "GET") return { body: known };
        sent.push((await request.json()) as { edition: string | null });
        if (sent.length > 1) return { body: known };
        known = { ...theirs, edition: "theirs" };
        const problem = { path: "edition", value: null, reason: "was changed", allowed: "" };
        return { status: 409, body: { errors: [problem] } };
      },
    });
    const home = () => screen.findByRole("textbox", { name: "Where home is" });
    await userEvent.type(await home(), " and mine");
    await userEvent.click(screen.getByRole("button", { name: "Save" }));
    await userEvent.click(await screen.findByRole("button", { name: "Show what it is now" }));
    await waitFor(async () => expect(await home()).toHaveValue("south gate"));
    await userEvent.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() => expect(sent[1]?.edition).toBe("theirs"));
  });
});

describe("a form that holds what was not saved", () => {
  const AT = `/horses/${HORSE}/edit`;
  const PROFILE = `/api/horses/${HORSE}/profile`;
  const girth = () => screen.findByRole("textbox", { name: "Girth, cm" });

  it("says so, whose values are newer, and lets them go", async () => {
    await renderAt(AT);
    await userEvent.clear(await girth());
    await userEvent.type(await girth(), "171");
    expect(screen.queryByText(/Not saved yet/)).toBeNull();
    await renderAt(AT, {}, "same");
    expect(await screen.findByText(/Not saved yet: what was typed here on/)).toBeInTheDocument();
    expect(screen.queryByText(/is newer than this/)).toBeNull();
    const profile = { ...sample.profile.profile, girth_cm: 188 };
    await renderAt(AT, { [PROFILE]: { ...sample.profile, edition: "e9", profile } }, "same");
    expect(await screen.findByText(/is newer than this/)).toBeInTheDocument();
    expect(await girth()).toHaveValue("171");
    await userEvent.click(screen.getByRole("button", { name: "Let go what I typed" }));
    expect(await girth()).toHaveValue("188");
    expect(screen.queryByText(/Not saved yet/)).toBeNull();
  });

  it("is not shown to whoever may not save it", async () => {
    for (const place of [AT, "/new-horse"]) {
      await renderAt(place, { "/api/me": HELPER });
      expect(await screen.findByText("This is for trainers and instructors.")).toBeInTheDocument();
    }
    await renderAt(`/horses/${HORSE}/sheet`, { "/api/me": HELPER });
    await screen.findByRole("link", { name: /Record/ });
    expect(screen.queryByRole("link", { name: "Change" })).toBeNull();
  });
});
