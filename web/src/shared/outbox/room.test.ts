import { afterEach, describe, expect, it, vi } from "vitest";
import { hasLittleRoom, keepForGood } from "./room";

const device = (storage: Partial<StorageManager> | undefined) =>
  vi.stubGlobal("navigator", { ...navigator, storage });

afterEach(() => vi.unstubAllGlobals());

describe("what is logged on this device", () => {
  it("is asked to be kept for good, once", async () => {
    const persist = vi.fn(async () => true);
    device({ persisted: async () => false, persist });
    await keepForGood();
    expect(persist).toHaveBeenCalledOnce();
    device({ persisted: async () => true, persist });
    await keepForGood();
    expect(persist).toHaveBeenCalledOnce();
  });

  it("is kept as it can be by a browser that cannot promise", async () => {
    device(undefined);
    await expect(keepForGood()).resolves.toBeUndefined();
    device({});
    await expect(keepForGood()).resolves.toBeUndefined();
    expect(await hasLittleRoom()).toBe(false);
  });
});

describe("the room of a device", () => {
  it.each([
    [100e6, 50e6, false],
    [100e6, 79e6, false],
    [100e6, 80.1e6, true],
    [1e9, 940e6, false],
    [1e9, 951e6, true],
    [1e9, 1e9, true],
  ])("of %d bytes with %d in use is little: %s", async (quota, usage, isLittle) => {
    device({ estimate: async () => ({ quota, usage }) });
    expect(await hasLittleRoom()).toBe(isLittle);
  });
});
