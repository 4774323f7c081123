import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import { describe, expect, it, vi } from "vitest";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import type { GroundAddress } from "./useGroundAddress";
import { useLayout } from "./useLayout";

const THERE = { x: 15, y: 20 };
const ADDRESS: GroundAddress = {
  place: "30x60",
  setup: "two-marker",
  mirrored: false,
  feet: false,
  horse: "",
  step: "",
  typed: {},
};
const before = sample.layout;
const moved = sample.layoutTooWide;

const laid = (layout: unknown) => Response.json(layout);
const cannotBe = () => Response.json({ errors: [] }, { status: 422 });
const never = () => new Promise<Response>(() => {});

/** The hook at an address it may change. Markers are answered in turn; numbers typed since never are. */
async function atTheGround(...answers: Response[]) {
  vi.stubGlobal("fetch", async (request: Request) => {
    const query = new URL(request.url).searchParams;
    if (query.has("marker")) return answers.shift() ?? cannotBe();
    return query.get("values") === "{}" ? laid(before) : never();
  });
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(
    () => {
      const [address, setAddress] = useState(ADDRESS);
      const laidOut = useLayout(address, (change) =>
        setAddress((now) => ({ ...now, ...(typeof change === "function" ? change(now) : change) })),
      );
      return { ...laidOut, address };
    },
    { wrapper },
  );
  await waitFor(() => expect(result.current.layout).toEqual(before));
  return result;
}

type Hook = Awaited<ReturnType<typeof atTheGround>>;

async function dragged(hook: Hook) {
  act(() => hook.current.drag("barrel-2", THERE));
  await waitFor(() => expect(hook.current.layout).toEqual(moved));
}

const drop = (hook: Hook) => act(() => hook.current.drop("barrel-2", THERE));

describe("a marker that is dragged", () => {
  it("stays where it was let go while its numbers are asked for", async () => {
    const hook = await atTheGround(laid(moved), laid(moved));
    await dragged(hook);
    await drop(hook);
    expect(hook.current.address.typed).not.toEqual({});
    expect(hook.current.layout).toEqual(moved);
  });

  it("stays so where a key moved it, with no way in between", async () => {
    const hook = await atTheGround(laid(moved));
    await drop(hook);
    expect(hook.current.address.typed).not.toEqual({});
    expect(hook.current.layout).toEqual(moved);
  });

  it("goes back to what is typed when it is let go where it cannot be", async () => {
    const hook = await atTheGround(laid(moved), cannotBe());
    await dragged(hook);
    await drop(hook);
    expect(hook.current.layout).toEqual(before);
    expect(hook.current.address.typed).toEqual({});
  });
});
