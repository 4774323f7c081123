import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { HELPER, HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const SESSION = sample.debrief.id as string;
const API = `/api/horses/${HORSE}/pictures`;
const clip = (n: number, on: string, more: object = {}) => ({
  id: `5b7f4f6c-2c2f-4c7c-9a43-2f0f9c1d7f1${n}`,
  session: SESSION,
  on,
  ask: null,
  step: "up-wt.2",
  exercise: "up-wt",
  name: "Walk to trot: in the green band",
  side: "left",
  is_clip: true,
  seconds: 12,
  width: 640,
  height: 360,
  by: "Wren",
  marks: [{ at_s: 2.5, words: "the ask" }],
  ...more,
});
const FIRST = clip(1, "2026-06-01");
const SECOND = clip(2, "2026-06-12");
const STILL = clip(3, "2026-06-12", {
  is_clip: false,
  seconds: null,
  exercise: null,
  step: null,
  name: "",
  side: "none",
  marks: [],
});

describe("pictures and clips", () => {
  it("stand beside a session; a file goes in beside the answer that it shows", async () => {
    let sent: { search: string; size: number } | null = null;
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, {
      [API]: async (request: Request) => {
        if (request.method === "GET") return { body: { pictures: sent ? [STILL] : [] } };
        sent = {
          search: new URL(request.url).search,
          size: (await request.arrayBuffer()).byteLength,
        };
        return { status: 201, body: STILL };
      },
    });
    const heading = await screen.findByRole("heading", { name: "Pictures and clips" });
    const part = heading.closest("section") as HTMLElement;
    const ask = sample.debrief.rows[0]?.asks[0]?.ask.id as string;
    await userEvent.selectOptions(within(part).getByLabelText("It shows"), ask);
    const input = part.querySelector('input[type="file"]') as HTMLInputElement;
    await userEvent.upload(input, new File(["12345"], "a.jpg", { type: "image/jpeg" }));
    expect(await screen.findByRole("img", { name: "12 June 2026" })).toBeInTheDocument();
    expect(sent).toMatchObject({ search: `?session=${SESSION}&ask=${ask}` });
  });

  it("says why a file was not taken in", async () => {
    await renderAt(`/horses/${HORSE}/debrief/${SESSION}`, {
      [API]: (request: Request) =>
        request.method === "GET"
          ? { body: { pictures: [] } }
          : refusal("$", "is too large", "48 MB at most"),
    });
    const heading = await screen.findByRole("heading", { name: "Pictures and clips" });
    const input = heading.closest("section")?.querySelector('input[type="file"]');
    await userEvent.upload(
      input as HTMLInputElement,
      new File(["12345"], "a.mp4", { type: "video/mp4" }),
    );
    expect(await screen.findByText(/is too large/)).toHaveTextContent("48 MB at most");
  });

  it("puts two of the same exercise beside each other, played at once", async () => {
    const played = vi.spyOn(HTMLMediaElement.prototype, "play").mockResolvedValue(undefined);
    await renderAt(`/horses/${HORSE}/pictures?exercise=up-wt`, {
      [API]: { pictures: [STILL, SECOND, FIRST] },
    });
    const left = await screen.findByLabelText("At the left");
    expect(within(left).getAllByRole("option")).toHaveLength(3);
    await userEvent.selectOptions(left, FIRST.id);
    await userEvent.selectOptions(screen.getByLabelText("At the right"), SECOND.id);
    expect(document.querySelectorAll("video")).toHaveLength(2);
    await userEvent.click(screen.getByRole("button", { name: "Play both" }));
    expect(played).toHaveBeenCalledTimes(2);
    expect(screen.getByRole("button", { name: "Stop both" })).toBeInTheDocument();
  });

  it("goes to a marked moment, and marks the one that is seen", async () => {
    let marks: unknown;
    await renderAt(`/horses/${HORSE}/pictures?left=${FIRST.id}`, {
      [API]: { pictures: [FIRST] },
      [`${API}/${FIRST.id}/marks`]: async (request: Request) => {
        marks = await request.json();
        return { body: FIRST };
      },
    });
    await userEvent.click(await screen.findByRole("button", { name: "2.5 s the ask" }));
    expect((document.querySelector("video") as HTMLVideoElement).currentTime).toBe(2.5);
    await userEvent.type(screen.getByLabelText("What is seen there"), "answers");
    await userEvent.click(screen.getByRole("button", { name: "Mark this moment" }));
    await waitFor(() =>
      expect(marks).toEqual({
        marks: [
          { at_s: 2.5, words: "the ask" },
          { at_s: 2.5, words: "answers" },
        ],
      }),
    );
  });

  it("lets a helper add and mark, and take nothing away", async () => {
    await renderAt(`/horses/${HORSE}/pictures?left=${FIRST.id}`, {
      "/api/me": HELPER,
      [API]: { pictures: [FIRST] },
    });
    expect(await screen.findByRole("button", { name: "Mark this moment" })).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Take away" })).not.toBeInTheDocument();
  });
});
