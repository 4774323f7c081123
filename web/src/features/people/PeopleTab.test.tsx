import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import {
  DAY_HELPER,
  HELPER,
  HORSE,
  ME,
  NAME,
  refusal,
  renderAt,
} from "../../shared/testing/renderAt";

const person = (id: number, name: string, role: string) => ({
  id,
  name,
  signs_in_as: name.toLowerCase(),
  email: "",
  role,
  seen_at: "2026-06-14T08:05:00Z",
  until: null,
});
const LINK = {
  id: "2b1f0c1e-6d5a-4b57-9d55-0f4f2f6f8f10",
  kind: "join",
  name: "Ash",
  role: "helper",
  ends_at: "2026-06-22T08:00:00Z",
};
const PEOPLE = {
  people: [person(1, "Wren", "trainer"), person(2, "Tam", "helper"), person(4, "Olive", "owner")],
  links: [LINK],
  left: [person(9, "Finch", "helper")],
};
const MADE = { link: LINK, address: "http://localhost/join#a-secret", mailed: false };
const ANSWERS = { "/api/people": PEOPLE, "/api/people/owned": { horses: { 4: [] } } };

const row = async (name: string) =>
  within(
    (await screen.findByText(name, { exact: false, selector: "strong" })).closest(
      "li",
    ) as HTMLElement,
  );

describe("the people of a yard", () => {
  it("are listed with what they may and when they were seen", async () => {
    await renderAt("/yard/people", ANSWERS);
    expect((await row("Wren")).getByText(/wren · last seen 14 June/)).toBeInTheDocument();
    expect((await row("Tam")).getByRole("combobox", { name: /Role of Tam/ })).toHaveTextContent(
      "helper",
    );
    expect((await row("Finch")).getByRole("button", { name: "Delete" })).toBeInTheDocument();
    expect(screen.getByText(/invitation, until 22 June/)).toBeInTheDocument();
  });

  it("are no matter of a helper", async () => {
    await renderAt("/yard/people", { ...ANSWERS, "/api/me": HELPER });
    expect(await screen.findByText("There is no such page.")).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "People" })).not.toBeInTheDocument();
  });

  it("are invited by a link that is shown once, an owner with their horses", async () => {
    let sent: unknown;
    await renderAt("/yard/people", {
      ...ANSWERS,
      "/api/people/invitations": async (request: Request) => {
        sent = await request.json();
        return { status: 201, body: MADE };
      },
    });
    const form = within(
      (await screen.findByRole("heading", { name: "Invite somebody" })).closest(
        "form",
      ) as HTMLElement,
    );
    await userEvent.type(form.getByRole("textbox", { name: "Name" }), "Ash");
    await userEvent.click(form.getByRole("combobox", { name: "As" }));
    await userEvent.click(await screen.findByRole("option", { name: /^owner/ }));
    await userEvent.click(form.getByRole("checkbox", { name: NAME }));
    await userEvent.click(form.getByRole("button", { name: "Make the link" }));
    expect(await screen.findByDisplayValue(MADE.address)).toHaveFocus();
    expect(sent).toEqual({ name: "Ash", email: "", role: "owner", horses: [HORSE] });
  });

  it("keeps what was typed of an invitation that is not taken, and says what is wrong beside it", async () => {
    const refused = () => refusal("email", "is none", "one address");
    await renderAt("/yard/people", { ...ANSWERS, "/api/people/invitations": refused });
    const form = () =>
      within(
        screen.getByRole("heading", { name: "Invite somebody" }).closest("form") as HTMLElement,
      );
    await screen.findByRole("heading", { name: "Invite somebody" });
    await userEvent.type(form().getByRole("textbox", { name: "Name" }), "Ash");
    await userEvent.click(form().getByRole("button", { name: "Make the link" }));
    await waitFor(() => expect(form().getByRole("textbox", { name: /E-mail/ })).toBeInvalid());
    await renderAt("/yard/people", ANSWERS, "same");
    await screen.findByRole("heading", { name: "Invite somebody" });
    expect(form().getByRole("textbox", { name: "Name" })).toHaveValue("Ash");
  });

  it("come for a day to chosen horses", async () => {
    let sent: unknown;
    await renderAt("/yard/people", {
      ...ANSWERS,
      "/api/people/day-links": async (request: Request) => {
        sent = await request.json();
        return { status: 201, body: MADE };
      },
    });
    const form = within(
      (await screen.findByRole("heading", { name: "A helper for today" })).closest(
        "form",
      ) as HTMLElement,
    );
    await userEvent.type(form.getByRole("textbox", { name: "Name" }), "Ash");
    await userEvent.click(await form.findByRole("checkbox", { name: NAME }));
    await userEvent.click(form.getByRole("button", { name: "Make the link" }));
    await waitFor(() => expect(sent).toEqual({ name: "Ash", email: "", horses: [HORSE] }));
  });

  it("are deleted only when it is said twice", async () => {
    const deleted: string[] = [];
    await renderAt("/yard/people", {
      ...ANSWERS,
      "/api/people/9/forget": (request: Request) => {
        deleted.push(request.url);
        return { body: {} };
      },
    });
    await userEvent.click((await row("Finch")).getByRole("button", { name: "Delete" }));
    expect(deleted).toEqual([]);
    expect(screen.getByText(/the horses' data stay/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Delete: Finch" }));
    await waitFor(() => expect(deleted).toHaveLength(1));
  });

  it("stay as they are where the server says why not", async () => {
    const refused = () =>
      refusal("person", "is the only trainer of the yard", "another trainer first", "Wren");
    await renderAt("/yard/people", { ...ANSWERS, "/api/people/1/leave": refused });
    await userEvent.click((await row("Wren")).getByRole("button", { name: "More about Wren" }));
    await userEvent.click(screen.getByRole("button", { name: "Leaves the yard" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("is the only trainer of the yard");
  });
});

const nobody = () => ({ status: 401, body: { errors: [] } });

/** Nobody is signed in until somebody comes in by an address; from then on it is them. */
function comingBy(address: string, who: object) {
  let isIn = false;
  return {
    "/api/me": () => (isIn ? { body: who } : nobody()),
    [address]: async (request: Request) => {
      if (request.method === "GET") return { body: { open: true } };
      isIn = true;
      sent = await request.json();
      return { status: 201, body: who };
    },
  };
}

let sent: unknown;

describe("whoever comes by a link", () => {
  const look = (kind: string, more: object = {}) => ({
    "/api/me": nobody,
    "/api/links/look": () => ({
      body: { kind, yard: "Home yard", name: "Ash", role: "helper", signs_in_as: null, ...more },
    }),
  });

  it("joins with a name and a password, and is in", async () => {
    await renderAt("/join#a-secret", {
      ...look("join"),
      ...comingBy("/api/links/join", { ...HELPER, name: "Ash" }),
    });
    await userEvent.type(await screen.findByLabelText(/Name to sign in with/), "ash");
    await userEvent.type(screen.getByLabelText(/Password/), "barley and rain");
    await userEvent.click(screen.getByRole("button", { name: "Join" }));
    expect(await screen.findByRole("button", { name: /Sign out \(Ash\)/ })).toBeInTheDocument();
    expect(sent).toEqual({ token: "a-secret", name: "ash", password: "barley and rain" });
    expect(location.pathname + location.hash).toBe("/");
  });

  it("is told at the field what is wrong with a password", async () => {
    await renderAt("/join#a-secret", {
      ...look("password", { signs_in_as: "tam" }),
      "/api/links/password": () => refusal("password", "is too short", "10 characters"),
    });
    expect(await screen.findByText(/For signing in as tam/)).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText(/Password/), "short{Enter}");
    await waitFor(() => expect(screen.getByLabelText(/Password/)).toBeInvalid());
  });

  it("helps for a day without an account, and sees what that wants", async () => {
    await renderAt("/join#a-secret", {
      ...look("day"),
      ...comingBy("/api/links/day", DAY_HELPER),
    });
    await userEvent.click(await screen.findByRole("button", { name: "Open the horses" }));
    expect(await screen.findByRole("button", { name: /Sign out \(Ash\)/ })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "Yard" })).not.toBeInTheDocument();
    // In the list of horses, and, once the day is there too, on it.
    const [horse] = await screen.findAllByRole("link", { name: new RegExp(`^${NAME}`) });
    await userEvent.click(horse as HTMLElement);
    expect(await screen.findByRole("link", { name: "Ring" })).toBeInTheDocument();
    expect(screen.queryByRole("link", { name: "Sheet" })).not.toBeInTheDocument();
  });

  it("is told when it has ended", async () => {
    await renderAt("/join#old", {
      ...look("join"),
      "/api/links/look": () => ({ status: 404, body: { errors: [] } }),
    });
    expect(await screen.findByRole("alert")).toHaveTextContent("This link has ended");
  });
});

describe("a machine without a yard", () => {
  it("has its first one made on the page", async () => {
    await renderAt("/", comingBy("/api/first-run", ME));
    await userEvent.type(await screen.findByLabelText(/Code/), "012345678901");
    await userEvent.type(screen.getByLabelText(/Name of the yard/), "Low Meadow");
    await userEvent.type(screen.getByLabelText(/Your name/), "Wren");
    await userEvent.type(screen.getByLabelText(/Name to sign in with/), "wren");
    await userEvent.type(screen.getByLabelText(/Password/), "barley and rain");
    await userEvent.click(screen.getByRole("button", { name: "Make the yard" }));
    expect(await screen.findByRole("button", { name: /Sign out/ })).toBeInTheDocument();
    expect(sent).toEqual({
      code: "012345678901",
      yard: "Low Meadow",
      shown: "Wren",
      name: "wren",
      password: "barley and rain",
    });
  });
});

describe("horses that left, and the trail", () => {
  it("are taken back", async () => {
    const horses = [{ id: HORSE, name: NAME, left_at: "2026-06-01T10:00:00Z" }];
    let back = 0;
    await renderAt("/yard/gone", {
      "/api/yard/gone-horses": () => ({ body: { horses: back > 0 ? [] : horses } }),
      [`/api/yard/gone-horses/${HORSE}/back`]: () => {
        back += 1;
        return { body: {} };
      },
    });
    await userEvent.click(await screen.findByRole("button", { name: `Take ${NAME} back` }));
    expect(await screen.findByText("No horse has left.")).toBeInTheDocument();
  });

  it("is read page by page", async () => {
    const deed = (id: number) => ({
      id,
      at: "2026-06-14T08:05:00Z",
      who: "Wren",
      what: "invited",
      about: `number ${id}`,
    });
    await renderAt("/yard/trail", {
      "/api/yard/trail": (request: Request) => {
        const before = new URL(request.url).searchParams.get("before");
        return {
          body: before ? { deeds: [deed(1)], earlier: null } : { deeds: [deed(2)], earlier: 2 },
        };
      },
    });
    expect(await screen.findByText(/invited number 2/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Earlier" }));
    expect(await screen.findByText(/invited number 1/)).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Earlier" })).not.toBeInTheDocument();
  });
});
