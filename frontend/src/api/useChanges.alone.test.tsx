// @vitest-environment happy-dom
import { act, renderHook, waitFor } from "@testing-library/react";
import { beforeEach, expect, it } from "vitest";
import { ApiProblem } from "./client";
import type { Turn } from "./latestWins";
import { useChanges } from "./useChanges";

type Ticks = Record<string, boolean>;

let said: { change: Partial<Ticks>; leaving: boolean }[] = [];
let answers: ((no?: Error) => void)[] = [];
let heard: string[] = [];
const saying = {
  say: (change: Partial<Ticks>, { leaving }: Turn) => {
    said.push({ change, leaving });
    return new Promise<string>((resolve, reject) =>
      answers.push((no) => (no ? reject(no) : resolve(`${Object.keys(change).length} kept`))),
    );
  },
  heard: (answer: string) => heard.push(answer),
  refused: () => heard.push("refused"),
};
const held = () => renderHook(() => useChanges<Ticks, string>(saying)).result;

beforeEach(() => {
  [said, answers, heard] = [[], [], []];
});

it("takes what is changed while one is on its way together with the next", async () => {
  const ticks = held();
  act(() => ["nozzle", "feed", "size"].forEach((line) => ticks.current.change({ [line]: true })));
  expect(said.map(({ change }) => Object.keys(change))).toEqual([["nozzle"]]);
  expect(ticks.current.unsaid).toEqual({ nozzle: true, feed: true, size: true });
  await act(async () => answers[0]?.());
  expect(ticks.current.unsaid).toEqual({ feed: true, size: true });
  await waitFor(() => expect(said).toHaveLength(2));
  await act(async () => answers[1]?.());
  expect([ticks.current.isSaving, heard]).toEqual([false, ["1 kept", "3 kept"]]);
});

it("sends along what was not answered when the page goes, all of it in one", async () => {
  const ticks = held();
  act(() => ["nozzle", "feed", "size"].forEach((line) => ticks.current.change({ [line]: true })));
  window.dispatchEvent(new Event("pagehide"));
  expect(said[1]).toEqual({ change: { nozzle: true, feed: true, size: true }, leaving: true });
});

it("keeps what was changed back meanwhile as unsaid", async () => {
  const ticks = held();
  act(() => ticks.current.change({ feed: true }));
  act(() => ticks.current.change({ feed: false }));
  await act(async () => answers[0]?.());
  expect(ticks.current.unsaid).toEqual({ feed: false });
});

it("takes back what is refused and says why; what cannot be answered now it keeps", async () => {
  const ticks = held();
  act(() => ticks.current.change({ tray: true }));
  await act(async () => answers[0]?.(new ApiProblem(503, "The server is away.")));
  expect([ticks.current.unsaid, ticks.current.problem]).toEqual([{ tray: true }, "The server is away."]);
  await waitFor(() => expect(said).toHaveLength(2));
  await act(async () => answers[1]?.(new ApiProblem(409, "There is no such line any more.")));
  expect([ticks.current.unsaid, heard]).toEqual([{}, ["refused"]]);
  expect(ticks.current.problem).toBe("There is no such line any more.");
});

it("says a change of what was there when it was made", async () => {
  const of: string[] = [];
  const { result, rerender } = renderHook(
    ({ picture }) =>
      useChanges<Ticks, string>({ say: (change, turn) => (of.push(picture), saying.say(change, turn)) }),
    { initialProps: { picture: "fog" } },
  );
  act(() => result.current.change({ keep: true }));
  act(() => result.current.change({ keep: false }));
  rerender({ picture: "mill" });
  await act(async () => answers[0]?.());
  await waitFor(() => expect(of).toEqual(["fog", "fog"]));
});
