// @vitest-environment happy-dom
import { renderHook, act } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Plan } from "../api/types";

/** What was asked, and the answers' way out. */
const asked: { plan: { title: string }; step: string | null }[] = [];

vi.stubGlobal("fetch", async (request: Request) => {
  const body = (await request.json()) as (typeof asked)[0];
  asked.push(body);
  const answer = {
    blades: [
      { step: "size", key: "50 × 40 cm" },
      { step: "fit", key: body.plan.title },
    ],
    choices: body.step ? [{ id: `way of ${body.plan.title}` }] : [],
  };
  return new Response(JSON.stringify(answer), { headers: { "Content-Type": "application/json" } });
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
const shown = (title: string) =>
  renderHook(({ of, step }: { of: Plan; step: "fit" | "size" }) => useWorksheet(of, "cm", step), {
    initialProps: { of: plan(title), step: "fit" },
  });

beforeEach(() => {
  asked.length = 0;
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "performance"] });
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
  expect(result.current.worksheet?.blades[1]?.key).toBe("d");
  expect(result.current.worksheet?.choices[0]?.id).toBe("way of b");
  await after(250);
  expect(asked.at(-1)).toMatchObject({ plan: { title: "d" }, step: "fit" });
  expect(result.current.worksheet?.choices[0]?.id).toBe("way of d");
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
  const before = result.current.worksheet?.blades;
  rerender({ of: plan("b"), step: "fit" });
  await after(20);
  const now = result.current.worksheet?.blades;
  expect(now?.[1]).not.toBe(before?.[1]);
  expect(now?.[0]).toBe(before?.[0]);
});
