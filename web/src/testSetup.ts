import "@testing-library/jest-dom/vitest";
import "fake-indexeddb/auto";
import { cleanup, configure } from "@testing-library/react";
import { afterEach, vi } from "vitest";

configure({
  // The first page of a file is loaded as it is asked for.
  asyncUtilTimeout: 20_000,
  // Whether something can be seen is a matter of styles, which these tests have none of: the journeys tell.
  defaultHidden: true,
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
