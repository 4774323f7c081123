import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/look`;

describe("a minute's look", () => {
  it("shows the list with its threshold, source and limits, and earlier looks", async () => {
    await renderAt(AT);
    expect(await screen.findByText(/From 8 of the 24 on/)).toBeInTheDocument();
    expect(await screen.findAllByRole("checkbox")).toHaveLength(24);
    expect(screen.getByText(new RegExp(sample.look.limits.slice(0, 30)))).toBeInTheDocument();
    expect(screen.getByText(sample.look.looks[0] ?? "")).toBeInTheDocument();
    expect(screen.getByText(sample.look.condition)).toBeInTheDocument();
  });

  it("counts what is ticked, keeps it on the device and sends it", async () => {
    const sent: unknown[] = [];
    const answers = {
      [`/api/horses/${HORSE}/look/pain-signs`]: async (request: Request) => {
        sent.push(await request.json());
        return { status: 200, body: {} };
      },
    };
    await renderAt(AT, answers);
    const [first, second] = sample.look.signs;
    await userEvent.click(await screen.findByLabelText(first?.words ?? ""));
    await userEvent.click(screen.getByLabelText(second?.words ?? ""));
    await userEvent.click(screen.getByLabelText(second?.words ?? ""));
    expect(screen.getByText("1 of 24 seen")).toBeInTheDocument();
    await renderAt(AT, answers, "same");
    expect(await screen.findByText("1 of 24 seen")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Keep today's look" }));
    await waitFor(() => expect(sent).toEqual([{ signs: [first?.code] }]));
    expect(await screen.findByText("0 of 24 seen")).toBeInTheDocument();
  });

  it("scores the condition in one tap", async () => {
    const sent: unknown[] = [];
    await renderAt(AT, {
      [`/api/horses/${HORSE}/look/condition`]: async (request: Request) => {
        sent.push(await request.json());
        return { status: 200, body: {} };
      },
    });
    await userEvent.click(await screen.findByLabelText(/^5: /));
    await waitFor(() => expect(sent).toEqual([{ score: 5 }]));
  });
});
