import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";

const sendPicture = vi.fn();
vi.mock("../api/upload", () => ({ sendPicture }));
const posted: unknown[] = [];
vi.stubGlobal("Request", class extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://x") : input, init);
  }
});
vi.stubGlobal("fetch", async (request: Request) => {
  if (request.method === "POST") posted.push(await request.json());
  const damaged = request.url.endsWith("/cut");
  return Response.json(
    damaged ? { id: "cut", state: "refused", problem: "ends too soon" } : { id: "good", state: "ready" },
  );
});

// Only now, so that the client finds the stand-ins above.
const { ApiProblem } = await import("../api/client");
const { useArrivals } = await import("./useArrivals");
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
);
const file = (name: string) => new File(["x"], name);

describe("bringing files", () => {
  it("takes one after the other and tells of each", async () => {
    sendPicture.mockImplementation((given: File, progress: (share: number) => void) => {
      progress(0.5);
      if (given.name === "letter.tif") return Promise.reject(new ApiProblem(422, "not a picture"));
      const id = given.name === "cut.jpg" ? "cut" : "good";
      return Promise.resolve({ picture: { id, state: "reading" }, known: given.name === "again.jpg" });
    });
    const { result } = renderHook(() => useArrivals(3), { wrapper });
    await act(() => result.current.bring(["good.jpg", "letter.tif", "cut.jpg", "again.jpg"].map(file)));
    await waitFor(() => expect(result.current.arrivals.at(-1)?.state).toBe("ready"));
    expect(result.current.arrivals.map((row) => [row.name, row.state, row.words])).toEqual([
      ["good.jpg", "ready", ""],
      ["letter.tif", "refused", "not a picture"],
      ["cut.jpg", "refused", "ends too soon"],
      ["again.jpg", "ready", "known already, one file kept"],
    ]);
    expect(posted).toEqual([{ picture: "good" }, { picture: "good" }]);
    act(() => result.current.clear());
    expect(result.current.arrivals).toEqual([]);
  });
});
