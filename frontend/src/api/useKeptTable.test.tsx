// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it } from "vitest";
import { ApiProblem } from "./client";
import { type Kept as KeptOf, useKeptTable } from "./useKeptTable";

type Kept = KeptOf<string[]>;

/** A server that answers when it is told to, and refuses what is not of its version. */
function server() {
  let held: Kept = { version: 1, note: "", table: ["a"] };
  const open: (() => void)[] = [];
  const saved: string[][] = [];
  let lost = false;
  return {
    saved,
    answer: () => open.shift()?.(),
    /** The next answer does not arrive, though what was sent did. */
    loseAnswer: () => {
      lost = true;
    },
    load: () => Promise.resolve(held),
    /** A file's rows, at once; refused like a save. */
    takeIn: (version: number, text: string) => {
      if (!text) return Promise.reject(new Error("no rows"));
      if (version !== held.version) return Promise.reject(new Error("changed in another window"));
      held = { version: version + 1, note: "", table: text.split(";") };
      return Promise.resolve(held);
    },
    save: (version: number, rows: string[]) =>
      new Promise<Kept>((resolve, reject) => {
        open.push(() => {
          const again = String(rows) === String(held.table);
          if (version !== held.version && !again) return reject(new Error("changed in another window"));
          if (!again) {
            saved.push(rows);
            held = { version: version + 1, note: "", table: rows };
          }
          if (lost) reject(new ApiProblem(0, "The server does not answer."));
          else resolve(held);
          lost = false;
        });
      }),
  };
}

function hook(of: ReturnType<typeof server>) {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return renderHook(
    () =>
      useKeptTable<string[]>({
        key: ["table"],
        load: of.load,
        save: of.save,
        forget: () => of.load(),
        takeIn: of.takeIn,
      }),
    { wrapper },
  );
}

describe("a table that is kept", () => {
  it("loses nothing that is typed while it is being saved", async () => {
    const of = server();
    const { result } = hook(of);
    await waitFor(() => expect(result.current.kept.data).toBeDefined());
    act(() => result.current.change((rows) => [...rows, "b"]));
    act(() => result.current.change((rows) => [...rows, "c"]));
    act(() => result.current.change((rows) => [...rows, "d"]));
    await waitFor(() => expect(result.current.kept.data?.table).toEqual(["a", "b", "c", "d"]));
    await act(async () => of.answer());
    // What has come back is older than what stands there.
    expect(result.current.kept.data?.table).toEqual(["a", "b", "c", "d"]);
    await act(async () => of.answer());
    await waitFor(() => expect(of.saved).toEqual([["a", "b"], ["a", "b", "c", "d"]])); // oxfmt-ignore
    expect(result.current.kept.data?.version).toBe(3);
    expect(result.current.problem).toBeNull();
  });

  it("keeps what was typed when the line is lost, says so, and goes on by itself", async () => {
    const of = server();
    const { result } = hook(of);
    await waitFor(() => expect(result.current.kept.data).toBeDefined());
    of.loseAnswer();
    act(() => result.current.change((rows) => [...rows, "b"]));
    await act(async () => of.answer());
    await waitFor(() => expect(result.current.away).toBe(true));
    expect(result.current.problem).toBeNull();
    act(() => result.current.change((rows) => [...rows, "c"]));
    await waitFor(() => expect(result.current.kept.data?.table).toEqual(["a", "b", "c"]));
    for (const rows of [
      ["a", "b"],
      ["a", "b", "c"],
    ]) {
      await act(() => new Promise((resolve) => setTimeout(resolve, 500)));
      await act(async () => of.answer());
      await waitFor(() => expect(of.saved.at(-1)).toEqual(rows));
    }
    await waitFor(() => expect(result.current.away).toBe(false));
    expect(result.current.kept.data).toEqual({ version: 3, note: "", table: ["a", "b", "c"] });
  });

  it("takes a file in after the change that is still being saved", async () => {
    const of = server();
    const { result } = hook(of);
    await waitFor(() => expect(result.current.kept.data).toBeDefined());
    act(() => result.current.change((rows) => [...rows, "b"]));
    act(() => result.current.takeIn("x;y"));
    await act(async () => of.answer());
    await waitFor(() => expect(result.current.kept.data?.table).toEqual(["x", "y"]));
    expect(result.current.problem).toBeNull();
    expect(of.saved).toEqual([["a", "b"]]);
  });

  it("saves what was typed while a file was refused, and says why it was", async () => {
    const of = server();
    const { result } = hook(of);
    await waitFor(() => expect(result.current.kept.data).toBeDefined());
    act(() => {
      result.current.takeIn("");
      result.current.change((rows) => [...rows, "b"]);
    });
    await waitFor(() => expect(result.current.saving).toBe(true));
    await act(async () => of.answer());
    await waitFor(() => expect(of.saved).toEqual([["a", "b"]]));
    expect(result.current.kept.data?.table).toEqual(["a", "b"]);
    expect(result.current.problem?.message).toBe("no rows");
  });
});
