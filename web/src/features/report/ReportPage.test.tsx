import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, OWNER, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";

const AT = `/horses/${HORSE}/report`;
const API = `/api/horses/${HORSE}/report`;
const SHARED = `/api/horses/${HORSE}/shared-reports`;

const view = {
  id: "5b7f4f6c-2c2f-4c7c-9a43-2f0f9c1d7f11",
  title: "Quill, 3 October to 27 November 2026",
  made_at: "2026-11-27T09:00:00Z",
  made_by: "Wren",
  ends_at: "2026-12-27T09:00:00Z",
  opened: 2,
  opened_at: "2026-11-27T10:00:00Z",
};

describe("the owner's report", () => {
  it("is read as it will be, the trainer's own words first", async () => {
    await renderAt(AT);
    expect(await screen.findByRole("heading", { name: sample.report.title })).toBeInTheDocument();
    for (const section of sample.report.sections) {
      expect(screen.getByRole("heading", { name: section.title })).toBeInTheDocument();
      for (const said of section.sentences)
        expect(screen.getAllByText(said).length).toBeGreaterThan(0);
    }
    await userEvent.type(screen.getByLabelText(/Your own words/), "He waits at the block.");
    expect(document.querySelector("blockquote")).toHaveTextContent("He waits at the block.");
    const pdf = screen.getByRole("link", { name: "PDF" });
    expect(pdf.getAttribute("href")).toBe(`${API}/pdf?paragraph=He+waits+at+the+block.`);
  });

  it("leaves out what is not to go in, and takes other days", async () => {
    const { asked } = await renderAt(AT);
    await screen.findByRole("heading", { name: sample.report.title });
    await userEvent.click(screen.getByRole("checkbox", { name: "What was looked at" }));
    await waitFor(() => expect(asked).toContain(`${API}?without=looked-at`));
    expect(window.location.search).toBe("?without=looked-at");
  });

  it("says what is wrong with the days, with the range", async () => {
    await renderAt(`${AT}?first=2026-06-20&last=2026-06-10`, {
      [API]: () => refusal("first", "is after the last day", "2026-06-10 or earlier", "2026-06-20"),
    });
    expect(await screen.findByRole("alert")).toHaveTextContent(
      "first: is after the last day (allowed: 2026-06-10 or earlier)",
    );
  });

  it("is shared by an address that is shown once, and withdrawn", async () => {
    let sent: unknown;
    let withdrawn = false;
    await renderAt(AT, {
      [SHARED]: async (request: Request) => {
        if (request.method === "GET") return { body: { reports: withdrawn ? [] : [view] } };
        sent = await request.json();
        return { status: 201, body: { shared: view, address: "https://yard.example/reports/abc" } };
      },
      [`${SHARED}/${view.id}/withdraw`]: () => {
        withdrawn = true;
        return { body: null };
      },
    });
    await screen.findByRole("heading", { name: sample.report.title });
    await userEvent.type(screen.getByLabelText(/Your own words/), "Well done.");
    await userEvent.selectOptions(screen.getByLabelText("It ends after"), "7 days");
    await userEvent.click(screen.getByRole("button", { name: "Make an address" }));
    expect(await screen.findByDisplayValue("https://yard.example/reports/abc")).toBeInTheDocument();
    expect(sent).toMatchObject({ days: 7, paragraph: "Well done." });
    expect(screen.getByText(/opened 2×/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: `Withdraw: ${view.title}` }));
    expect(await screen.findByText("Nothing is shared.")).toBeInTheDocument();
  });

  it("lets an owner read, and share nothing", async () => {
    await renderAt(AT, { "/api/me": OWNER });
    await screen.findByRole("heading", { name: sample.report.title });
    expect(screen.queryByRole("button", { name: "Make an address" })).not.toBeInTheDocument();
    expect(screen.queryByLabelText(/Your own words/)).not.toBeInTheDocument();
  });
});
