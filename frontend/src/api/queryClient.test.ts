import { MutationObserver, onlineManager, QueryObserver } from "@tanstack/react-query";
import { afterEach, expect, it, vi } from "vitest";
import { ApiProblem } from "./client";
import { queryClient, wholeState } from "./queryClient";

afterEach(() => {
  onlineManager.setOnline(true);
});

it("asks the server though the browser believes that there is no network: it may be on this machine", async () => {
  onlineManager.setOnline(false);
  const queries = queryClient();
  const ask = vi.fn<() => Promise<string>>().mockResolvedValue("there");
  const stop = new QueryObserver(queries, { queryKey: ["place"], queryFn: ask }).subscribe(() => undefined);
  await vi.waitFor(() => expect(queries.getQueryData(["place"])).toBe("there"));
  stop();
  const tell = vi.fn<() => Promise<string>>().mockResolvedValue("told");
  expect(await new MutationObserver(queries, { mutationFn: tell }).mutate()).toBe("told");
});

it("says a whole state again while the server is away, and takes a no for a no", async () => {
  const queries = queryClient();
  const away = new ApiProblem(503, "away");
  const tell = vi.fn<() => Promise<string>>().mockRejectedValueOnce(away).mockResolvedValue("kept");
  const say = { ...wholeState("unit"), mutationFn: tell, retryDelay: 1 };
  expect(await new MutationObserver(queries, say).mutate()).toBe("kept");
  expect(tell).toHaveBeenCalledTimes(2);
  const refused = { ...wholeState("unit"), mutationFn: () => Promise.reject(new ApiProblem(422, "no")) };
  await expect(new MutationObserver(queries, refused).mutate()).rejects.toThrow("no");
});
