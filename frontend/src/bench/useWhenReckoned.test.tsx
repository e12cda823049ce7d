// @vitest-environment happy-dom
import { renderHook } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Plan, Worksheet } from "../api/types";
import { usePlanStore } from "./planStore";
import { useWhenReckoned } from "./useWhenReckoned";

const plan = (title: string) => ({ title }) as unknown as Plan;
const sheet = (title: string) => ({ of: title }) as unknown as Worksheet;
const [a, b, c] = [plan("a"), plan("b"), plan("c")];

function bench(reckoned: Plan, inHand: Plan, problem: unknown = null) {
  usePlanStore.setState({ document: inHand });
  return { reckoned, problem, worksheet: sheet(reckoned.title) };
}
const taken = (first: ReturnType<typeof bench>) =>
  renderHook(({ worksheet, reckoned, problem }) => useWhenReckoned(worksheet, reckoned, problem), {
    initialProps: first,
  });

describe("what needs the figures of the plan in hand", () => {
  it("is done at once where they are there", () => {
    const act = vi.fn();
    taken(bench(a, a)).result.current(act);
    expect(act).toHaveBeenCalledWith({ of: "a" });
  });

  it("waits for them, and goes one by one, each with the figures after the one before", () => {
    const [first, second] = [vi.fn(), vi.fn()];
    const { result, rerender } = taken(bench(a, b));
    result.current(first);
    result.current(second);
    expect(first).not.toHaveBeenCalled();
    rerender(bench(b, b));
    expect(first).toHaveBeenCalledWith({ of: "b" });
    expect(second).not.toHaveBeenCalled();
    rerender(bench(b, c));
    rerender(bench(c, c));
    expect(second).toHaveBeenCalledWith({ of: "c" });
    expect(first).toHaveBeenCalledTimes(1);
  });

  it("waits for them also where the plan has changed and nothing is drawn of it yet", () => {
    const [first, second] = [vi.fn(() => usePlanStore.setState({ document: b })), vi.fn()];
    const { result, rerender } = taken(bench(a, a));
    result.current(first);
    result.current(second);
    expect([first.mock.calls.length, second.mock.calls.length]).toEqual([1, 0]);
    rerender(bench(b, b));
    expect(second).toHaveBeenCalledWith({ of: "b" });
  });

  it("is let go where the plan cannot be reckoned", () => {
    const act = vi.fn();
    const { result, rerender } = taken(bench(a, b));
    result.current(act);
    rerender(bench(a, b, new Error("too deep")));
    result.current(act);
    rerender(bench(c, c));
    expect(act).not.toHaveBeenCalled();
  });
});
