import { afterEach, describe, expect, it, vi } from "vitest";
import { ApiProblem } from "./client";
import { inOrder, LatestWins } from "./latestWins";

/** Answers that come when the test says so. */
function line(abreast: 1 | 2 = 1) {
  const asked: number[] = [];
  const waiting: ((fail?: Error) => void)[] = [];
  const heard: number[] = [];
  const failed = vi.fn();
  const wins = new LatestWins<number, number>(
    (question) => {
      asked.push(question);
      return new Promise((resolve, reject) =>
        waiting.push((fail) => (fail ? reject(fail) : resolve(question * 10))),
      );
    },
    (answer) => heard.push(answer),
    failed,
    abreast,
  );
  const answer = async (fail?: Error, which = 0) => {
    waiting.splice(which, 1)[0]?.(fail);
    await new Promise((resolve) => setTimeout(resolve));
  };
  return { wins, asked, heard, failed, answer };
}

describe("LatestWins", () => {
  afterEach(() => {
    vi.useRealTimers();
  });

  it("asks one at a time and drops what was overtaken", async () => {
    const { wins, asked, heard, answer } = line();
    for (const question of [1, 2, 3, 4]) wins.put(question);
    expect(asked).toEqual([1]);
    await answer();
    expect(asked).toEqual([1, 4]);
    await answer();
    expect(heard).toEqual([10, 40]);
  });

  it("asks two abreast where it may, and hears no older word after a newer one", async () => {
    const { wins, asked, heard, answer } = line(2);
    for (const question of [1, 2, 3, 4]) wins.put(question);
    expect(asked).toEqual([1, 2]);
    await answer(undefined, 1);
    expect([asked, heard]).toEqual([[1, 2, 4], [20]]);
    await answer();
    expect(heard).toEqual([20]);
    await answer();
    expect(heard).toEqual([20, 40]);
    expect(wins.isQuiet).toBe(true);
  });

  it("says nothing of an overtaken question that failed", async () => {
    const { wins, heard, failed, answer } = line(2);
    for (const question of [1, 2]) wins.put(question);
    await answer(undefined, 1);
    await answer(new Error("half a length"));
    expect(heard).toEqual([20]);
    expect(failed).not.toHaveBeenCalled();
  });

  it("asks a busy server one at a time", async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 40 });
    const { wins, asked, answer } = line(2);
    wins.put(1);
    await vi.advanceTimersByTimeAsync(200);
    await answer();
    for (const question of [2, 3]) wins.put(question);
    expect(asked).toEqual([1, 2]);
  });

  it("asks the newest again while the server is away", async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 40 });
    const { wins, asked, heard, failed, answer } = line();
    wins.put(1);
    await answer(new ApiProblem(503, "away"));
    expect(failed).toHaveBeenCalledOnce();
    wins.put(2);
    await vi.advanceTimersByTimeAsync(500);
    expect(asked).toEqual([1, 2]);
    await answer(new ApiProblem(0, "no line"));
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked).toEqual([1, 2, 2]);
    await answer();
    expect(heard).toEqual([20]);
  });

  it("asks again what a line that died without a word has swallowed", async () => {
    vi.useFakeTimers();
    const { wins, asked, heard, failed } = line();
    wins.put(1);
    await vi.advanceTimersByTimeAsync(29_000);
    wins.put(2);
    expect(asked).toEqual([1]);
    await vi.advanceTimersByTimeAsync(2000);
    expect(failed).toHaveBeenCalledOnce();
    expect([asked, heard]).toEqual([[1, 2], []]);
  });

  it("goes on after a failure", async () => {
    const { wins, heard, failed, answer } = line();
    wins.put(1);
    wins.put(2);
    await answer(new Error("gone"));
    expect(failed).toHaveBeenCalledOnce();
    await answer();
    expect(heard).toEqual([20]);
  });

  it("says the newest again while the page goes, as a later word of one line", async () => {
    const said: string[] = [];
    const wins = new LatestWins<number, number>(
      (question, turn) => {
        const { headers, keepalive } = inOrder(turn);
        said.push(`${question} ${headers["In-Order"].replace(/^[0-9a-f]{32};/, "as ")} ${keepalive}`);
        return new Promise(() => undefined);
      },
      vi.fn(),
      vi.fn(),
    );
    wins.put(10);
    wins.put(20);
    wins.lastWord();
    expect(said).toEqual(["10 as 1 false", "20 as 2 true"]);
  });
});
