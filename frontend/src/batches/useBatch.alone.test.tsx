// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Cell, OrderState } from "../api/types";

const asked: string[] = [];
const placed: unknown[] = [];
let orders: Partial<OrderState>[] = [];
let hold: Promise<void> = Promise.resolve();
const cell = (size: string, part: Partial<Cell> = {}) =>
  ({ size, mode: "fill", anchor: [0.5, 0.5], zoom: 1, angle: 0, edited: false, ...part }) as Cell;
vi.stubGlobal("fetch", async (request: Request) => {
  const url = new URL(request.url);
  asked.push(`${request.method} ${url.pathname}${url.search}`);
  if (request.method === "PUT") {
    const body = (await request.json()) as { anchor: [number, number] };
    placed.push(body.anchor);
    await hold;
    if (body.anchor[0] > 1) return Response.json({ message: "the cell stays as it was" }, { status: 422 });
    return Response.json(cell("a", { anchor: body.anchor, edited: true }));
  }
  if (url.pathname.startsWith("/api/orders/"))
    return Response.json(orders.length > 1 ? orders.shift() : orders[0]);
  const start = Number(url.searchParams.get("start"));
  const count = Number(url.searchParams.get("count"));
  const rows = Array.from({ length: Math.max(0, Math.min(count, 300 - start)) }, (_, index) => ({
    picture: `p${start + index}`,
    cells: [cell("a")],
  }));
  return Response.json(rows);
});
// Only now, so that the client finds the stand-ins above.
const { useCells, useFirstCells, usePlaceCell, useCellHistory, useOrder } = await import("./useBatch");

const nothing = () => null;

beforeEach(() => {
  asked.length = 0;
  placed.length = 0;
  hold = Promise.resolve();
});

describe("the cells of a batch", () => {
  it("come a screenful first and then in few questions, each picture once", async () => {
    const { result } = renderHook(() => useCells(7, 300, "a", nothing));
    await waitFor(() => expect(result.current.rows.size).toBe(300));
    expect(asked).toEqual(
      (
        [
          [0, 8],
          [8, 24],
          [32, 96],
          [128, 120],
          [248, 120],
        ] as const
      ).map(([start, count]) => `GET /api/batches/7/cells?start=${start}&count=${count}`),
    );
    act(() => result.current.put("p3", cell("a", { edited: true })));
    expect(result.current.rows.get("p3")?.[0]?.edited).toBe(true);
    expect(result.current.rows.get("p4")?.[0]?.edited).toBe(false);
  });
});

describe("the first cells of a batch", () => {
  it("are asked for before the batch is known, taken once, and asked for anew when the batch was changed", async () => {
    const first = renderHook(({ known }) => useFirstCells(7, known), { initialProps: { known: false } });
    await waitFor(() => expect(asked).toEqual(["GET /api/batches/7/cells?start=0&count=8"]));
    first.rerender({ known: true });
    const takeFirst = first.result.current;
    const { result, rerender } = renderHook(({ version }) => useCells(7, 8, version, takeFirst), {
      initialProps: { version: "a" },
    });
    await waitFor(() => expect(result.current.rows.size).toBe(8));
    expect(asked).toHaveLength(1);
    rerender({ version: "b" });
    await waitFor(() => expect(asked).toHaveLength(2));
  });
  it("are none of another batch", async () => {
    const first = renderHook(() => useFirstCells(6, false));
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(first.result.current(7)).toBeNull();
  });
  it("are not asked for beside a batch that is known", () => {
    renderHook(() => useFirstCells(7, true));
    expect(asked).toEqual([]);
  });
});

describe("placing a cell by hand", () => {
  it("sends one at a time and the newest last", async () => {
    const heard: Cell[] = [];
    const { result } = renderHook(() => usePlaceCell(7, (_, answer) => heard.push(answer)));
    let free: () => void = () => undefined;
    hold = new Promise((resolve) => (free = resolve));
    const fit = (x: number) => ({
      mode: "fill" as const,
      anchor: [x, 0.5] as [number, number],
      zoom: 1,
      angle: 0,
      colour: null,
    });
    act(() => [0.1, 0.2, 0.3, 0.4].forEach((x) => result.current.place("p", "a", fit(x))));
    free();
    await waitFor(() => expect(heard.at(-1)?.anchor).toEqual([0.4, 0.5]));
    expect(placed).toEqual([
      [0.1, 0.5],
      [0.4, 0.5],
    ]);
  });

  it("keeps what was done to one cell while another is placed", async () => {
    const heard: string[] = [];
    const { result } = renderHook(() => usePlaceCell(7, (picture) => heard.push(picture)));
    let free: () => void = () => undefined;
    hold = new Promise((resolve) => (free = resolve));
    const fit = {
      mode: "fill" as const,
      anchor: [0.1, 0.5] as [number, number],
      zoom: 1,
      angle: 0,
      colour: null,
    };
    act(() => ["p", "q", "r", "q"].forEach((picture) => result.current.place(picture, "a", fit)));
    free();
    await waitFor(() => expect([...heard].sort()).toEqual(["p", "q", "q", "r"]));
  });

  it("says the newest once more when the page goes before it was answered", async () => {
    const { result } = renderHook(() => usePlaceCell(7, () => undefined));
    let free: () => void = () => undefined;
    hold = new Promise((resolve) => (free = resolve));
    const fit = (x: number) => ({
      mode: "fill" as const,
      anchor: [x, 0.5] as [number, number],
      zoom: 1,
      angle: 0,
      colour: null,
    });
    act(() => [0.1, 0.7].forEach((x) => result.current.place("p", "a", fit(x))));
    window.dispatchEvent(new Event("pagehide"));
    await waitFor(() =>
      expect(placed).toEqual([
        [0.1, 0.5],
        [0.7, 0.5],
      ]),
    );
    free();
  });

  it("tells what was refused", async () => {
    const { result } = renderHook(() => usePlaceCell(7, () => undefined));
    act(() =>
      result.current.place("p", "a", { mode: "fill", anchor: [2, 0], zoom: 1, angle: 0, colour: null }),
    );
    await waitFor(() => expect(result.current.problem).toBe("the cell stays as it was"));
  });
});

describe("an order", () => {
  const followed = () => {
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
    );
    return renderHook(() => useOrder("r"), { wrapper }).result;
  };
  const count = () => asked.filter((one) => one.includes("/orders/")).length;

  it("is followed from before it is laid out until it is over", async () => {
    orders = ["waiting", "laying", "going"].map((state) => ({
      state: state as OrderState["state"],
      over: false,
    }));
    orders.push({ state: "going", over: true });
    const order = followed();
    await waitFor(() => expect(order.current.data?.over).toBe(true), { timeout: 5000 });
    expect(count()).toBe(4);
  });

  it("is left alone while it is paused", async () => {
    orders = [{ state: "paused", over: false }];
    const order = followed();
    await waitFor(() => expect(order.current.data?.state).toBe("paused"));
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect(count()).toBe(1);
  });
});

describe("the history of hands on cells", () => {
  it("takes back the last change first, strokes of one hand together", () => {
    vi.useFakeTimers();
    const place = vi.fn();
    const auto = vi.fn();
    const { result } = renderHook(() => useCellHistory(place, auto));
    expect(result.current.canUndo).toBe(false);
    act(() => result.current.remember("p", cell("a")));
    act(() => result.current.remember("p", cell("a", { edited: true, anchor: [0.6, 0.5] })));
    vi.advanceTimersByTime(2000);
    act(() => result.current.remember("p", cell("a", { edited: true, anchor: [0.9, 0.5] })));
    act(() => expect(result.current.undo()).toEqual({ picture: "p", size: "a" }));
    expect(place).toHaveBeenCalledWith("p", "a", {
      mode: "fill",
      anchor: [0.9, 0.5],
      zoom: 1,
      angle: 0,
      colour: null,
    });
    act(() => void result.current.undo());
    expect(auto).toHaveBeenCalledWith("p", "a");
    expect(result.current.canUndo).toBe(false);
    vi.useRealTimers();
  });
});
