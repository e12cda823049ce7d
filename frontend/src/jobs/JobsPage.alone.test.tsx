// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, expect, it, vi } from "vitest";

/** A place without jobs, whose sample job is in lists before its prints are made. */
const server = vi.hoisted(() => ({
  jobs: [] as object[],
  printsMade: null as (() => void) | null,
  printFails: null as ((error: Error) => void) | null,
  GET: (path: string) =>
    Promise.resolve(
      path === "/api/jobs"
        ? { items: server.jobs, next: null, count: server.jobs.length }
        : path.startsWith("/api/pictures")
          ? { state: "ready", problem: "" }
          : path.includes("removed")
            ? []
            : { items: [], next: null },
    ),
  POST: (path: string) => {
    if (path !== "/api/jobs/sample") {
      return new Promise<object>((resolve, reject) => {
        server.printsMade = () => resolve({ id: 1 });
        server.printFails = reject;
      });
    }
    server.jobs = [
      {
        id: 64,
        title: "Sample",
        client: "",
        due: null,
        prints: 0,
        layouts: 0,
        files: 0,
        wide: 1,
        tall: 1,
        shown: [],
      },
    ];
    return Promise.resolve({ job: 64, prints: [{ picture: "sluice" }] });
  },
}));
vi.mock(import("../api/client"), async (actual) => ({
  ...(await actual()),
  client: server as never,
  must: (answer) => answer as never,
}));
vi.mock(import("../frame/TopBar"), () => ({ TopBar: () => null }) as never);
vi.mock(import("../drawing/LongList"), () => ({ LongList: () => <ul aria-label="Jobs" /> }) as never);
const { JobsPage } = await import("./JobsPage");

const shown = (queries: QueryClient) =>
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        <Routes>
          <Route path="/" element={<JobsPage />} />
          <Route path="/jobs/64" element={<p>the sample itself</p>} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );

afterEach(() => {
  cleanup();
  Object.assign(server, { jobs: [], printsMade: null, printFails: null });
});

it("who tries the sample job is led to it, though the list has it before it is whole", async () => {
  const queries = new QueryClient();
  shown(queries);
  fireEvent.click(await screen.findByRole("button", { name: "Try a sample job" }));
  await waitFor(() => expect(server.jobs).toHaveLength(1));
  await queries.invalidateQueries({ queryKey: ["jobs"] });
  await screen.findByText("Making the sample job…");
  server.printsMade?.();
  await screen.findByText("the sample itself");
});

it("a sample job that fails half the way is told, stands in the list, and is gone on with", async () => {
  shown(new QueryClient({ defaultOptions: { mutations: { retry: false } } }));
  fireEvent.click(await screen.findByRole("button", { name: "Try a sample job" }));
  await waitFor(() => expect(server.printFails).not.toBeNull());
  server.printFails?.(new Error("The room of this account is used up."));
  await screen.findByText("The room of this account is used up.");
  await waitFor(() => expect(screen.queryByText("No jobs yet")).toBeNull());
  Object.assign(server, { printsMade: null });
  fireEvent.click(screen.getByRole("button", { name: "Go on with the sample job" }));
  await waitFor(() => expect(server.printsMade).not.toBeNull());
  server.printsMade?.();
  await screen.findByText("the sample itself");
});
