import "@testing-library/jest-dom/vitest";
import "fake-indexeddb/auto";
import { cleanup, configure } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// The first page of a file is loaded as it is asked for.
configure({ asyncUtilTimeout: 20_000 });

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
