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

/** What the server says of a marker on its way, of one let go, and of numbers that are typed. */
interface Said {
  onItsWay: () => Response;
  letGo: () => Response;
  typed: () => Response | Promise<Response>;
}

const laid = (layout: unknown) => Response.json(layout);
const cannotBe = () => Response.json({ errors: [] }, { status: 422 });
const never = () => new Promise<Response>(() => {});

/** The hook at an address it may change; `drops` counts the markers asked for. */
async function atTheGround({ onItsWay, letGo, typed }: Said) {
  const drags = [onItsWay, letGo];
  vi.stubGlobal("fetch", async (request: Request) => {
    const query = new URL(request.url).searchParams;
    if (query.has("marker")) return drags.shift()?.() ?? cannotBe();
    return query.get("values") === "{}" ? laid(before) : typed();
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

describe("a marker that is dragged", () => {
  it("stays where it was let go while its numbers are asked for", async () => {
    const result = await atTheGround({
      onItsWay: () => laid(moved),
      letGo: () => laid(moved),
      typed: never,
    });
    act(() => result.current.drag("barrel-2", THERE));
    await waitFor(() => expect(result.current.layout).toEqual(moved));
    await act(() => result.current.drop("barrel-2", THERE));
    await waitFor(() => expect(result.current.address.typed).not.toEqual({}));
    expect(result.current.layout).toEqual(moved);
  });

  it("stays so where a key moved it, with no way in between", async () => {
    const result = await atTheGround({
      onItsWay: () => laid(moved),
      letGo: cannotBe,
      typed: never,
    });
    await act(() => result.current.drop("barrel-2", THERE));
    expect(result.current.address.typed).not.toEqual({});
    expect(result.current.layout).toEqual(moved);
  });

  it("goes back to what is typed when it is let go where it cannot be", async () => {
    const result = await atTheGround({
      onItsWay: () => laid(moved),
      letGo: cannotBe,
      typed: never,
    });
    act(() => result.current.drag("barrel-2", THERE));
    await waitFor(() => expect(result.current.layout).toEqual(moved));
    await act(() => result.current.drop("barrel-2", THERE));
    expect(result.current.layout).toEqual(before);
    expect(result.current.address.typed).toEqual({});
  });
});
