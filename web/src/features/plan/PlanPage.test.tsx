import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { HORSE, refusal, renderAt } from "../../shared/testing/renderAt";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import { halves } from "../../shared/text/halves";

const AT = `/horses/${HORSE}/plan`;
const API = `/api/horses/${HORSE}/plan`;
const { plan } = sample.plan;

async function knots(): Promise<HTMLElement[]> {
  await screen.findByRole("heading", { level: 1, name: plan.headline });
  return [...document.querySelectorAll<HTMLElement>("li[data-kind]")];
}

describe("the plan", () => {
  it("runs down the rope in order, each knot with its reason", async () => {
    await renderAt(AT);
    const shown = await knots();
    expect(shown.map((knot) => knot.dataset.kind)).toEqual(plan.items.map((item) => item.kind));
    plan.items.forEach((item, n) => {
      expect(shown[n]).toHaveTextContent(item.why.text);
    });
  });

  it("answers for what is missing", async () => {
    await renderAt(AT);
    await knots();
    const left = plan.left_out[0];
    expect(screen.getByText(left?.name as string)).toBeInTheDocument();
    expect(screen.getAllByText(left?.why.text as string).length).toBeGreaterThan(0);
  });

  it("leads from a knot to how its step came there", async () => {
    await renderAt(AT);
    await knots();
    const repair = plan.items.find((item) => item.kind === "repair");
    const link = screen.getByRole("link", {
      name: `How it came there: ${repair?.name}`,
      hidden: true,
    });
    expect(link).toHaveAttribute("href", `/horses/${HORSE}/sheet/${repair?.step}`);
  });

  it("drops a knot for today and takes it back, and the minutes follow", async () => {
    await renderAt(AT);
    const before = (await knots()).length;
    const easy = plan.items.find((item) => item.kind === "easy-yes");
    const all = plan.items.reduce((sum, item) => sum + item.minutes, 0);
    expect(screen.getByText(new RegExp(`${halves(all)} min, schooling`))).toBeInTheDocument();
    const name = `Drop ${easy?.name}, ${easy?.stage} from today`;
    await userEvent.click(screen.getByRole("button", { name }));
    expect(await knots()).toHaveLength(before - 1);
    expect(
      screen.getByText(new RegExp(`${all - (easy?.minutes ?? 0)} min, schooling`)),
    ).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Put back" }));
    expect(await knots()).toHaveLength(before);
  });

  it("asks again when the day changes", async () => {
    const { asked } = await renderAt(AT);
    await knots();
    await userEvent.type(screen.getByLabelText("Minutes"), "20{Enter}");
    await userEvent.click(screen.getByRole("switch", { name: "Helper" }));
    await waitFor(() => {
      expect(asked.some((one) => one.startsWith(API) && /minutes=20/.test(one))).toBe(true);
      expect(asked.some((one) => one.startsWith(API) && /helper=true/.test(one))).toBe(true);
    });
  });

  it("keeps what was typed when it cannot be, and says why", async () => {
    await renderAt(AT, {
      [API]: (request: Request) =>
        request.url.includes("minutes=900")
          ? refusal("minutes", "is too large", "5 to 240", 900)
          : { body: sample.plan },
    });
    await knots();
    const minutes = screen.getByLabelText("Minutes");
    await userEvent.type(minutes, "900{Enter}");
    expect(await screen.findByRole("alert")).toHaveTextContent(
      "minutes: is too large (allowed: 5 to 240)",
    );
    expect(minutes).toHaveValue(900);
  });

  it("of another yard's horse shows nothing", async () => {
    await renderAt("/horses/00000000-0000-4000-8000-000000000000/plan");
    const alert = await screen.findByRole("alert");
    expect(within(alert).getByRole("link", { name: "Go to Today" })).toHaveAttribute("href", "/");
  });
});
