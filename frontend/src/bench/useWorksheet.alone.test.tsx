// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook, act } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { ReactNode } from "react";
import type { Plan } from "../api/types";

/** What was asked, and the answers' way out. */
const asked: { plan: { title: string }; step: string | null }[] = [];

/** Whether the picture was measured by now. */
let measured = false;
const json = (answer: unknown) =>
  new Response(JSON.stringify(answer), { headers: { "Content-Type": "application/json" } });

vi.stubGlobal("fetch", async (request: Request) => {
  if (request.url.endsWith("/measures")) return json({ state: measured ? "done" : "running", measures: [] });
  const body = (await request.json()) as (typeof asked)[0];
  asked.push(body);
  const answer = {
    steps: [
      { step: "size", key: "50 × 40 cm" },
      { step: "fit", key: body.plan.title },
    ],
    choices: body.step ? [{ id: `way of ${body.plan.title}` }] : [],
    measured,
  };
  return json(answer);
});

const { useWorksheet } = await import("./useWorksheet");
const plan = (title: string) => ({ title }) as unknown as Plan;
/** Time goes by as told, however busy the machine is; answers come in no time at all. */
const after = (ms: number) =>
  act(async () => {
    await vi.advanceTimersByTimeAsync(ms);
    // Requests and answers are read by the platform, which keeps its own time.
    for (let turn = 0; turn < 20; turn++) await new Promise((resolve) => setImmediate(resolve));
  });
const client = new QueryClient();
const around = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
const shown = (title: string, print: Parameters<typeof useWorksheet>[4] = null) =>
  renderHook(
    ({ of, step }: { of: Plan; step: "fit" | "size" }) => useWorksheet(of, "cm", step, null, print),
    {
      initialProps: { of: plan(title), step: "fit" },
      wrapper: around,
    },
  );

beforeEach(() => {
  asked.length = 0;
  measured = false;
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "setInterval", "clearInterval", "performance"] });
});
afterEach(() => vi.useRealTimers());

it("asks for figures alone while a hand moves, and for the ways out once it rests", async () => {
  const { result, rerender } = shown("a");
  await after(200);
  for (const title of ["b", "c", "d"]) {
    rerender({ of: plan(title), step: "fit" });
    await after(20);
  }
  expect(asked.map(({ step }) => step)).toEqual(["fit", "fit", null, null]);
  expect(result.current.worksheet?.steps[1]?.key).toBe("d");
  expect(result.current.worksheet?.choices[0]?.id).toBe("way of b");
  await after(250);
  expect(asked.at(-1)).toMatchObject({ plan: { title: "d" }, step: "fit" });
  expect(result.current.worksheet?.choices[0]?.id).toBe("way of d");
});

it("asks for what a moving hand does before it is drawn, and not again then", async () => {
  let hand: (of: Plan) => void = () => undefined;
  const follow = (heard: typeof hand) => {
    hand = heard;
    return () => undefined;
  };
  const { rerender } = renderHook(({ of }) => useWorksheet(of, "cm", "fit", null, null, follow), {
    initialProps: { of: plan("a") },
    wrapper: around,
  });
  await after(200);
  // The first change may be the only one: it is asked for with its ways out once it is drawn.
  const [first, second] = [plan("b"), plan("c")];
  hand(first);
  await after(0);
  expect(asked.map((one) => one.plan.title)).toEqual(["a"]);
  rerender({ of: first });
  hand(second);
  await after(5);
  expect(asked.map((one) => one.plan.title)).toEqual(["a", "b", "c"]);
  rerender({ of: second });
  await after(5);
  expect(asked.map((one) => one.step)).toEqual(["fit", "fit", null]);
  await after(250);
  expect(asked.at(-1)).toMatchObject({ plan: { title: "c" }, step: "fit" });
});

it("never shows the ways out of the step before", async () => {
  const { result, rerender } = shown("a");
  await after(20);
  rerender({ of: plan("a"), step: "size" });
  expect(result.current.worksheet?.choices).toEqual([]);
  await after(20);
  expect(asked.at(-1)?.step).toBe("size");
  expect(result.current.worksheet?.choices).toHaveLength(1);
});

it("keeps what did not change as the same object, so that it is not drawn again", async () => {
  const { result, rerender } = shown("a");
  await after(20);
  const before = result.current.worksheet?.steps;
  rerender({ of: plan("b"), step: "fit" });
  await after(20);
  const now = result.current.worksheet?.steps;
  expect(now?.[1]).not.toBe(before?.[1]);
  expect(now?.[0]).toBe(before?.[0]);
});

it("asks once more when the picture has been measured meanwhile, and not again", async () => {
  shown("a", { id: 4, picture: { id: "fog" } });
  await after(20);
  await after(1600);
  expect(asked).toHaveLength(1);
  measured = true;
  await after(1600);
  expect(asked).toHaveLength(2);
  await after(5000);
  expect(asked).toHaveLength(2);
});
