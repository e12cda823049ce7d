// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, it, vi } from "vitest";
import type { Plan } from "../api/types";

/** The parts that were asked for, and the answers that are held back until they are let go. */
const asked: { x: number; y: number; width: number; height: number }[] = [];
let held: (() => void)[] = [];

vi.stubGlobal("fetch", async (request: Request) => {
  const { part } = (await request.json()) as { part: (typeof asked)[0] };
  asked.push(part);
  await new Promise<void>((go) => held.push(go));
  const state = { id: `proof-${asked.length}`, state: "done", problem: "", found: { takes: [] } };
  return new Response(JSON.stringify(state), { headers: { "Content-Type": "application/json" } });
});
vi.stubGlobal(
  "Image",
  class {
    src = "";
    decode = () => Promise.resolve();
  },
);

const { useProof } = await import("./useProof");
const plan = (title: string) => ({ title }) as unknown as Plan;
const [A, B] = [plan("a"), plan("b")];
const MIDDLE = { x: 0.5, y: 0.5 };
const [PANE, HALF, ROOM] = [
  { width: 300, height: 700 },
  { width: 450, height: 700 },
  { width: 900, height: 700 },
];
const requesting = (of: Plan, at: typeof MIDDLE, quick: typeof PANE | null) =>
  renderHook((now) => useProof(8, now.of, now.at, now.quick, ROOM), { initialProps: { of, at, quick } });
const aWhile = async () => {
  for (let turn = 0; turn < 20; turn++) await new Promise((resolve) => setImmediate(resolve));
};
/** Let go what is held back, once it has been asked for, and whatever follows at once. */
const answered = () =>
  act(async () => {
    await aWhile();
    for (const go of held.splice(0)) go();
    await aWhile();
  });
const sizes = () => asked.map(({ width }) => width);

beforeEach(() => {
  asked.length = 0;
  held = [];
});

it("makes what is seen first, then as much as any view shows, and says so until it is there", async () => {
  const { result } = requesting(A, MIDDLE, PANE);
  await answered();
  expect([sizes(), result.current.busy]).toEqual([[300, 900], true]);
  await answered();
  expect([sizes(), result.current.busy]).toEqual([[300, 900], false]);
  expect(result.current.shown?.id).toBe("proof-2");
});

it("makes nothing again that is there already, where another view shows more of it", async () => {
  const { result, rerender } = requesting(A, MIDDLE, PANE);
  await answered();
  // How many panes there are is known with the first answer: while the whole is made, they grow.
  rerender({ of: A, at: MIDDLE, quick: HALF });
  await answered();
  rerender({ of: A, at: MIDDLE, quick: ROOM });
  await answered();
  expect([sizes(), result.current.busy]).toEqual([[300, 900], false]);
});

it("makes anew what is of another plan or another place", async () => {
  const { rerender } = requesting(A, MIDDLE, PANE);
  await answered();
  await answered();
  rerender({ of: B, at: MIDDLE, quick: PANE });
  await answered();
  await answered();
  rerender({ of: B, at: { x: 0.6, y: 0.5 }, quick: PANE });
  await answered();
  expect(asked.map(({ x, width }) => [x, width])).toEqual([
    [0.5, 300],
    [0.5, 900],
    [0.5, 300],
    [0.5, 900],
    [0.6, 300],
    [0.6, 900],
  ]);
});

it("is busy also before the first part can be asked for", () => {
  expect(requesting(A, MIDDLE, null).result.current.busy).toBe(true);
});
