// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { expect, it, vi } from "vitest";

/** A server whose first answer takes longer than all that come after it. */
const server = vi.hoisted(() => ({
  keeps: [] as string[],
  asked: 0,
  GET: () => Promise.resolve({ name: "ida", unit: "cm", light: "paper" }),
  PATCH: async (_: string, { body }: { body: { unit: string } }) => {
    await new Promise((resolve) => setTimeout(resolve, server.asked++ === 0 ? 30 : 1));
    server.keeps.push(body.unit);
    return body;
  },
}));
vi.mock(import("../api/client"), async (actual) => ({
  ...(await actual()),
  client: server as never,
  must: (answer) => answer as never,
}));
const { usePreferences } = await import("./useSession");

it("the unit pressed last shows at once and is the one that is kept", async () => {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => usePreferences(), { wrapper });
  await waitFor(() => expect(result.current.account.name).toBe("ida"));
  act(() => {
    result.current.prefer({ unit: "in" });
    result.current.prefer({ unit: "mm" });
  });
  await waitFor(() => expect(result.current.account.unit).toBe("mm"));
  await waitFor(() => expect(server.keeps).toEqual(["in", "mm"]));
});
