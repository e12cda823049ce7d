import "@testing-library/jest-dom/vitest";
import { cleanup } from "@testing-library/react";
import { afterAll, afterEach, vi } from "vitest";

afterEach(cleanup);
// Files share a world: what one puts in place of a global is not there for the next.
afterAll(() => vi.unstubAllGlobals());

/** Outside a browser no page stands behind an address that names no server: here one does. */
globalThis.Request = class extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://127.0.0.1:3000") : input, init);
  }
};
