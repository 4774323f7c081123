// Shows the whole application at an address, answered by a server that is only a table.
import { cleanup, render } from "@testing-library/react";
import { IDBFactory } from "fake-indexeddb";
import { vi } from "vitest";
import { App } from "../../App";
import { forgetDatabase } from "../outbox/database";
import sample from "./sampleAnswers.generated.json";

export const HORSE = sample.horses.horses[0]?.id as string;
export const NAME = sample.horses.horses[0]?.name as string;

export const ME = {
  id: 1,
  name: "Wren",
  signs_in_as: "wren",
  yard: "Home yard",
  role: "trainer",
  can_read: true,
  can_log: true,
  can_change: true,
  can_manage: true,
  units: "metric",
  clock: "24",
};

export const HELPER = {
  ...ME,
  id: 2,
  name: "Tam",
  role: "helper",
  can_change: false,
  can_manage: false,
};
export const DAY_HELPER = { ...HELPER, id: 3, name: "Ash", role: "day-helper", can_read: false };

export const OWNER = { ...HELPER, id: 4, name: "Olive", role: "owner", can_log: false };

type Answer = { status?: number; body: unknown };
export type Answers = Record<string, unknown | ((request: Request) => Answer | Promise<Answer>)>;

const USUAL: Answers = {
  "/api/me": ME,
  "/api/first-run": { open: false },
  "/api/horses": sample.horses,
  "/api/today": sample.today,
  [`/api/horses/${HORSE}/plan`]: sample.plan,
  [`/api/horses/${HORSE}/sheet`]: sample.sheet,
  [`/api/horses/${HORSE}/history`]: sample.history,
  [`/api/horses/${HORSE}/report`]: sample.report,
  [`/api/horses/${HORSE}/compare`]: sample.compared,
  [`/api/horses/${HORSE}/shared-reports`]: { reports: [] },
  [`/api/horses/${HORSE}/ladder`]: sample.ladder,
  [`/api/horses/${HORSE}/ladder/up-wt.2`]: sample.guide,
  [`/api/horses/${HORSE}/ladder/canter.1`]: sample.guideClosed,
  [`/api/horses/${HORSE}/arrival`]: sample.arrivalPlaced,
  [`/api/horses/${HORSE}/flags`]: sample.flags,
  [`/api/horses/${HORSE}/look`]: sample.look,
  [`/api/horses/${HORSE}/profile`]: sample.profile,
  "/api/ground": sample.ground,
  "/api/ground/layout": sample.layout,
  [`/api/horses/${HORSE}/ground`]: sample.groundOfHorse,
  "/api/yard": sample.yard,
  "/api/yard/weather": sample.weather,
  "/api/yard/exercises/steer": sample.exercise,
  [`/api/horses/${HORSE}/sessions`]: sample.sessions,
  [`/api/horses/${HORSE}/sessions/${sample.debrief.id}`]: sample.debrief,
  [`/api/horses/${HORSE}/steps/up-wt.2`]: sample.step,
  [`/api/horses/${HORSE}/steps/up-wt.2/forecast`]: sample.forecast,
  [`/api/horses/${HORSE}/steps/canter.1`]: sample.stepNeverAsked,
  [`/api/horses/${HORSE}/steps/canter.1/forecast`]: sample.forecastWithoutClaim,
};

export const refusal = (path: string, reason: string, allowed: string, value: unknown = null) => ({
  status: 422,
  body: { errors: [{ path, value, reason, allowed }] },
});

/**
 * Renders; gives every request that was made, as path with query. The device remembers nothing,
 * unless it is the same one as before.
 */
export async function renderAt(
  address: string,
  answers: Answers = {},
  device: "new" | "same" = "new",
): Promise<{ asked: string[] }> {
  cleanup();
  if (device === "new") {
    globalThis.indexedDB = new IDBFactory();
    forgetDatabase();
  }
  const asked: string[] = [];
  const table = { ...USUAL, ...answers };
  vi.stubGlobal("fetch", async (input: Request | string) => {
    const request = input instanceof Request ? input : new Request(new URL(input, location.href));
    const url = new URL(request.url);
    asked.push(url.pathname + url.search);
    const found = table[url.pathname];
    if (found === undefined) return answer({ status: 404, body: { errors: [] } });
    return answer(typeof found === "function" ? await found(request) : { body: found });
  });
  window.history.pushState({}, "", address);
  render(<App />);
  return { asked };
}

function answer({ status = 200, body }: Answer): Response {
  return new Response(JSON.stringify(body), {
    status,
    headers: { "Content-Type": "application/json" },
  });
}
