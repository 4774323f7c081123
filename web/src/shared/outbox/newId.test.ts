import { describe, expect, it } from "vitest";
import { newId } from "./newId";

describe("an id that a device makes", () => {
  it("is a UUID of version 4, as RFC 9562 writes it, and never the same", () => {
    const made = Array.from({ length: 500 }, newId);
    for (const one of made)
      expect(one).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(new Set(made).size).toBe(500);
  });
});
