import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HELPER, HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/flags`;
const [open, cleared] = sample.flags.flags;

function panel(name: string) {
  return within(screen.getByText(name).closest("li") as HTMLElement);
}

describe("a horse's flags", () => {
  it("say what was seen, what to have looked at and what waits", async () => {
    await renderAt(AT);
    expect(await screen.findByText(open?.say ?? "")).toBeInTheDocument();
    const first = panel(open?.name ?? "");
    expect(first.getByText(new RegExp(open?.why ?? ""))).toBeInTheDocument();
    expect(first.getByText(/steps wait/)).toBeInTheDocument();
    for (const one of open?.seen ?? []) expect(first.getAllByText(one.words)).toHaveLength(2);
    expect(panel(cleared?.name ?? "").getByText(cleared?.cleared_words ?? "")).toBeInTheDocument();
  });

  it("are cleared with who looked and what was found; what was typed is kept", async () => {
    const sent: unknown[] = [];
    const clear = `/api/horses/${HORSE}/flags/clear`;
    await renderAt(AT, {
      [clear]: async (request: Request) => {
        sent.push(await request.json());
        return sent.length === 1
          ? refusal("found", "says what was found", "some words")
          : { status: 200, body: {} };
      },
    });
    await screen.findByText(open?.say ?? "");
    const first = panel(open?.name ?? "");
    // The form waits for what this device kept of it.
    await userEvent.click(await first.findByRole("button", { name: /clear it/ }));
    expect(await first.findAllByText(/says what was found/)).not.toHaveLength(0);
    await userEvent.click(first.getByLabelText("Who looked"));
    await userEvent.click(await screen.findByRole("option", { name: "farrier" }));
    await userEvent.type(first.getByLabelText("What was found"), "a loose shoe");
    await userEvent.click(first.getByRole("button", { name: /clear it/ }));
    await waitFor(() =>
      expect(sent.at(-1)).toEqual({
        code: open?.code,
        raised_on: open?.since,
        cleared_by: "farrier",
        found: "a loose shoe",
      }),
    );
  });

  it("are raised by a helper and cleared by the trainer alone", async () => {
    const sent: unknown[] = [];
    await renderAt(AT, {
      "/api/me": HELPER,
      [`/api/horses/${HORSE}/flags/raise`]: async (request: Request) => {
        sent.push(await request.json());
        return { status: 200, body: {} };
      },
    });
    expect(await screen.findByText(/The trainer clears it/)).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /clear it/ })).not.toBeInTheDocument();
    await userEvent.click(screen.getByText("Raise a flag"));
    await userEvent.click(await screen.findByLabelText("What kind"));
    await userEvent.click(await screen.findByRole("option", { name: "Uneven steps" }));
    await userEvent.type(screen.getByLabelText("What was seen"), "head nods at trot");
    await userEvent.click(screen.getByRole("button", { name: "Raise it" }));
    await waitFor(() => expect(sent).toEqual([{ code: "uneven", note: "head nods at trot" }]));
  });
});
