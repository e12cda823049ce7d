// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { expect, it, vi } from "vitest";

/** A server that refuses what is not of its version. */
const server = vi.hoisted(() => {
  let held = { version: 1, note: "", table: { columns: ["a"] } };
  return {
    /** What comes of the next change instead of its being taken. */
    lost: null as Error | null,
    GET: () => Promise.resolve(held),
    PUT: async (_: string, { body }: { body: typeof held }) => {
      await new Promise((resolve) => setTimeout(resolve, 5));
      const { lost } = server;
      server.lost = null;
      if (lost) throw lost;
      if (body.version !== held.version) throw new Error("changed in another window");
      held = { ...held, version: held.version + 1, table: body.table };
      return held;
    },
  };
});
vi.mock(import("../api/client"), async (actual) => ({
  ...(await actual()),
  client: server as never,
  must: (answer) => answer as never,
}));
const { ApiProblem } = await import("../api/client");
const { useSensors } = await import("./useSensors");

const table = async () => {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => useSensors(), { wrapper });
  await waitFor(() => expect(result.current.kept.data).toBeDefined());
  const add = (name: string) => result.current.change((now) => ({ ...now, columns: [...now.columns, name] }));
  const shown = (columns: string[]) =>
    waitFor(() => {
      expect(result.current.kept.data?.table.columns).toEqual(columns);
      expect(result.current.saving).toBe(false);
    });
  return { result, add, shown };
};

it("two changes at once are both kept, and neither is refused", async () => {
  const { result, add, shown } = await table();
  act(() => {
    add("b");
    add("c");
  });
  await shown(["a", "b", "c"]);
  expect(result.current.problem).toBeNull();
});

it("a change that a lost line did not take is sent again, and those after it follow", async () => {
  const { result, add, shown } = await table();
  server.lost = new ApiProblem(0, "The server does not answer.");
  act(() => {
    add("d");
    add("e");
  });
  await shown(["a", "b", "c", "d", "e"]);
  expect(result.current.problem).toBeNull();
});
