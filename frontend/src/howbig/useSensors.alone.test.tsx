// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { expect, it, vi } from "vitest";

/** A server that refuses what is not of its version. */
const server = vi.hoisted(() => {
  let held = { version: 1, table: { columns: ["a"] } };
  return {
    GET: () => Promise.resolve(held),
    PUT: async (_: string, { body }: { body: typeof held }) => {
      await new Promise((resolve) => setTimeout(resolve, 5));
      if (body.version !== held.version) throw new Error("changed in another window");
      held = { version: held.version + 1, table: body.table };
      return held;
    },
  };
});
vi.mock("../api/client", () => ({ client: server, must: (answer: unknown) => answer }));
const { useSensors } = await import("./useSensors");

it("two changes at once are both kept, and neither is refused", async () => {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => useSensors({ distance: "1 m", factor: 1, unit: "cm" }), { wrapper });
  await waitFor(() => expect(result.current.kept.data).toBeDefined());
  const add = (name: string) =>
    result.current.change.mutate({ by: (now) => ({ ...now, columns: [...now.columns, name] }) });
  act(() => {
    add("b");
    add("c");
  });
  await waitFor(() => expect(result.current.kept.data?.table.columns).toEqual(["a", "b", "c"]));
  expect(result.current.change.error).toBeNull();
});
