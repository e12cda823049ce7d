// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, expect, it, vi } from "vitest";
import type { KeepZone, PictureFacts } from "../api/types";

const sent: { names: string[]; keepalive: boolean }[] = [];
let answers: (() => void)[] = [];
vi.stubGlobal("fetch", async (request: Request) => {
  const body = (await request.json()) as { keep: KeepZone[] };
  sent.push({ names: body.keep.map((zone) => zone.name), keepalive: request.keepalive });
  await new Promise<void>((resolve) => answers.push(resolve));
  return Response.json({ id: "p" });
});
const { useKeepZones } = await import("./useKeepZones");

const zone = (name: string): KeepZone => ({ name, x: 0, y: 0, w: 0.1, h: 0.1 });
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
);
const held = () =>
  renderHook(() => useKeepZones({ id: "p", keep: [] as KeepZone[] } as PictureFacts), { wrapper });

beforeEach(() => {
  sent.length = 0;
  answers = [];
});

it("sends one at a time and the newest last", async () => {
  const { result } = held();
  act(() => ["a", "b", "c"].forEach((name) => result.current.save([zone(name)])));
  await waitFor(() => expect(answers).toHaveLength(1));
  answers[0]?.();
  await waitFor(() => expect(answers).toHaveLength(2));
  expect(sent.map((one) => one.names)).toEqual([["a"], ["c"]]);
});

it("sends the last word along when the page goes before the answer has come", async () => {
  const { result } = held();
  act(() => result.current.save([zone("a")]));
  act(() => result.current.save([zone("b")]));
  await waitFor(() => expect(answers).toHaveLength(1));
  window.dispatchEvent(new Event("pagehide"));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]).toEqual({ names: ["b"], keepalive: true });
});

it("has nothing more to say when everything was answered", async () => {
  const { result } = held();
  act(() => result.current.save([zone("a")]));
  await waitFor(() => expect(answers).toHaveLength(1));
  await act(async () => answers[0]?.());
  await new Promise((resolve) => setTimeout(resolve, 20));
  window.dispatchEvent(new Event("pagehide"));
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect(sent).toHaveLength(1);
});
