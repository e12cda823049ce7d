// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { isAway, pause } from "../api/away";
import { ApiProblem } from "../api/client";
import { AwayLine } from "./AwayLine";

function Place({ ask }: { ask: () => Promise<string> }) {
  const { data } = useQuery({ queryKey: ["place"], queryFn: ask });
  return <p>{data ?? "nothing yet"}</p>;
}

it("says that the server is away, asks again by itself, and now when told to", async () => {
  const ask = vi.fn<() => Promise<string>>();
  ask.mockRejectedValueOnce(new ApiProblem(503, "away")).mockResolvedValue("there");
  const queries = new QueryClient({
    defaultOptions: { queries: { retry: (count, error) => isAway(error) && count < 30, retryDelay: 60_000 } },
  });
  render(
    <QueryClientProvider client={queries}>
      <Place ask={ask} />
      <AwayLine />
    </QueryClientProvider>,
  );
  const button = await screen.findByRole("button", { name: "Try now" });
  expect(screen.getByRole("status").textContent).toContain("does not answer");
  await userEvent.click(button);
  expect(await screen.findByText("there")).toBeTruthy();
  expect(ask).toHaveBeenCalledTimes(2);
  expect(screen.queryByRole("button", { name: "Try now" })).toBeNull();
});

it("asks again at once when the browser has a network again", async () => {
  const ask = vi.fn<() => Promise<string>>();
  ask.mockRejectedValueOnce(new ApiProblem(0, "away")).mockResolvedValue("back");
  const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, retryDelay: 60_000 } } });
  render(
    <QueryClientProvider client={queries}>
      <Place ask={ask} />
      <AwayLine />
    </QueryClientProvider>,
  );
  expect(await screen.findByText(/does not answer/)).toBeTruthy();
  window.dispatchEvent(new Event("online"));
  expect(await screen.findByText("back")).toBeTruthy();
});

it("does not take a no for being away, and waits longer each time", () => {
  for (const status of [400, 401, 404, 409, 422, 500]) expect(isAway(new ApiProblem(status, ""))).toBe(false);
  for (const status of [0, 502, 503, 504]) expect(isAway(new ApiProblem(status, ""))).toBe(true);
  const pauses = [0, 1, 2, 3, 9].map(pause);
  expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
  expect(pauses.at(-1)).toBe(8000);
});
