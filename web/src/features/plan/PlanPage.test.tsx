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

  it("says of a set-up that does not fit what would, and opens it set for the horse", async () => {
    const words =
      "Poles in a row: does not fit here, it is 2 m too short. The largest that fits here: how many 2.";
    const [first, ...others] = plan.items;
    const poles = {
      ...first,
      step: "poles-r.1",
      set_ups: [{ code: "poles", name: "Poles in a row", words: "", round: false }],
      laid: [
        { code: "poles", name: "Poles in a row", values: {}, fits: false, words, largest: null },
      ],
    };
    await renderAt(`${AT}?place=20x40`, {
      [API]: { ...sample.plan, plan: { ...plan, items: [poles, ...others] } },
    });
    await knots();
    expect(screen.getByText(words, { exact: false })).toBeInTheDocument();
    const link = screen.getByRole("link", { name: "Lay out: Poles in a row" });
    expect(link).toHaveAttribute(
      "href",
      `/ground?setup=poles&horse=${HORSE}&place=20x40&step=poles-r.1`,
    );
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

  const named = (item: { name: string; stage: string } | undefined) =>
    `${item?.name}, ${item?.stage}`;
  const easy = plan.items.find((item) => item.kind === "easy-yes");
  const twoSided = plan.items.find((item) => item.sides.length > 1 && item.kind !== "assess");

  const search = () => screen.findByRole("combobox", { name: "Exercise or stage" });

  /** What was asked of the planner last. */
  function changesAsked(asked: string[]) {
    const last = asked.findLast((one) => one.startsWith(API) && one.includes("changes="));
    const query = new URLSearchParams(last?.split("?")[1] ?? "");
    return JSON.parse(query.get("changes") ?? "null");
  }

  it("drops a knot for today and takes it back, and the minutes follow", async () => {
    const { asked } = await renderAt(AT);
    const before = (await knots()).length;
    const all = plan.items.reduce((sum, item) => sum + item.minutes, 0);
    expect(screen.getByText(new RegExp(`${halves(all)} min, schooling`))).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: `Change ${named(easy)}` }));
    const name = `Drop ${named(easy)} from today`;
    await userEvent.click(screen.getByRole("button", { name }));
    expect(await knots()).toHaveLength(before - 1);
    expect(
      screen.getByText(new RegExp(`${halves(all - (easy?.minutes ?? 0))} min, schooling`)),
    ).toBeInTheDocument();
    await waitFor(() => expect(changesAsked(asked)?.without).toEqual([easy?.step]));
    await userEvent.click(screen.getByRole("button", { name: "Put back" }));
    expect(await knots()).toHaveLength(before);
  });

  it("locks a knot, turns its sides round and counts its asks, by keyboard", async () => {
    const { asked } = await renderAt(AT);
    await knots();
    screen.getByRole("button", { name: new RegExp(`^Lock ${named(twoSided)}`) }).focus();
    await userEvent.keyboard("{Enter}");
    const wish = { step: twoSided?.step, kind: twoSided?.kind };
    await waitFor(() => expect(changesAsked(asked)?.wanted).toEqual([wish]));
    await userEvent.click(screen.getByRole("button", { name: `Change ${named(twoSided)}` }));
    const side = twoSided?.first_side === "left" ? "Right" : "Left";
    await userEvent.click(screen.getByRole("button", { name: side }));
    await userEvent.click(screen.getByRole("button", { name: `More asks of ${named(twoSided)}` }));
    const asks = (twoSided?.sides[0]?.asks ?? 0) + 1;
    await waitFor(() =>
      expect(changesAsked(asked)?.wanted).toEqual([
        { ...wish, first_side: side.toLowerCase(), asks },
      ]),
    );
  });

  it("swaps a knot for any exercise of the ladder, and adds another", async () => {
    const { asked } = await renderAt(AT);
    await knots();
    await userEvent.click(screen.getByRole("button", { name: `Change ${named(easy)}` }));
    await userEvent.click(screen.getByRole("button", { name: `Swap ${named(easy)} for …` }));
    await userEvent.type(await search(), "side-pass{Enter}");
    await waitFor(() => expect(changesAsked(asked)?.without).toEqual([easy?.step]));
    const [swapped] = changesAsked(asked).wanted;
    expect(swapped.step).toMatch(/^side-pass/);
    expect(swapped.kind).toBe("easy-yes");
    await userEvent.click(await screen.findByRole("button", { name: "Add an exercise" }));
    await userEvent.type(await search(), "rollback{Enter}");
    await waitFor(() => expect(changesAsked(asked)?.wanted).toHaveLength(2));
    expect(changesAsked(asked).wanted[1].step).toMatch(/^rollback/);
  });

  it("says what is unwise, and shows what it had when nothing can be worked out anew", async () => {
    const unwise = { ...easy, locked: true, unwise: "first back up: not asked yet" };
    const items = plan.items.map((item) => (item.step === easy?.step ? unwise : item));
    await renderAt(AT, {
      [API]: (request: Request) =>
        request.url.includes("changes=")
          ? refusal("changes.wanted[0].asks", "is too large", "1 to 10", 11)
          : { body: { ...sample.plan, plan: { ...plan, items } } },
    });
    const before = (await knots()).length;
    expect(document.querySelector("[data-unwise]")).toHaveTextContent("not asked yet");
    await userEvent.click(
      screen.getByRole("button", { name: new RegExp(`^Lock ${named(twoSided)}`) }),
    );
    expect(await screen.findByRole("alert")).toHaveTextContent("1 to 10");
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

  it("takes the weather from the station, and lets it be typed over", async () => {
    const { asked } = await renderAt(AT);
    await knots();
    await userEvent.click(screen.getByRole("button", { name: "From the weather station" }));
    const { air_c, wind_ms } = sample.weather;
    await waitFor(() => {
      const last = asked.findLast((one) => one.startsWith(API) && one.includes("wind_ms="));
      expect(last).toContain(`air_c=${air_c}`);
      expect(last).toContain(`wind_ms=${wind_ms}`);
    });
    const air = screen.getByLabelText("Air, °C");
    expect(air).toHaveValue(air_c);
    await userEvent.clear(air);
    await userEvent.type(air, "31{Enter}");
    await waitFor(() => expect(asked.some((one) => one.includes("air_c=31"))).toBe(true));
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
