// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Plan, PrintState } from "../api/types";

interface Call {
  method: string;
  url: string;
  body: { plan?: Plan; version?: number } | null;
}

const calls: Call[] = [];
interface Answer {
  status: number;
  body: unknown;
}
let answer: (call: Call) => Answer | Promise<Answer> = () => ({ status: 200, body: {} });

const print = (id: number, version: number, title: string): PrintState =>
  ({ id, job: 1, version, plan: { title }, can_undo: version > 1, can_redo: false }) as unknown as PrintState;
const idOf = (call: Call) => Number(call.url.split("/")[3]);
const saves = (call: Call) => ({
  status: 200,
  body: print(idOf(call), (call.body?.version ?? 0) + 1, call.body?.plan?.title ?? ""),
});
const away = () => ({ status: 503, body: { message: "away" } });

vi.stubGlobal("fetch", async (request: Request) => {
  const text = await request.text();
  const call = {
    method: request.method,
    url: new URL(request.url, "http://127.0.0.1:3000").pathname,
    body: text ? JSON.parse(text) : null,
  };
  calls.push(call);
  const said = await answer(call);
  return new Response(JSON.stringify(said.body), {
    status: said.status,
    headers: { "Content-Type": "application/json" },
  });
});

const { usePlanStore } = await import("./planStore");
const { unsentOf } = await import("../designs/unsent");
const store = () => usePlanStore.getState();
/** What was asked of one print: a store before a reload may still be asking for another. */
const asked = (id: number) => calls.filter((call) => idOf(call) === id);
const until = (done: () => boolean) => vi.waitFor(() => expect(done()).toBe(true), { timeout: 4000 });

describe("plans in hand", () => {
  afterEach(() => {
    vi.useRealTimers();
  });

  beforeEach(() => {
    store().forget();
    calls.length = 0;
    answer = saves;
  });

  it("belong to their prints: the next one takes nothing from one that waits", async () => {
    answer = away;
    store().open(print(1, 1, "Fog"));
    store().change({ title: "Fog, larger" });
    await until(() => store().saving === "waiting");
    store().open(print(2, 1, "Pans"));
    expect(store().document?.title).toBe("Pans");
    expect(store().saving).toBe("saved");
    expect(store().waiting).toEqual([{ id: 1, title: "Fog, larger", saving: "waiting", to: "/prints/1" }]);
    expect(store().unsaved()).toBe(true);
    answer = saves;
    store().again();
    await until(() => !store().unsaved());
    expect(calls.at(-1)).toMatchObject({
      url: "/api/prints/1/plan",
      body: { version: 1, plan: { title: "Fog, larger" } },
    });
    store().open(print(1, 2, "Fog, larger"));
    expect(store().document?.title).toBe("Fog, larger");
    expect(store().waiting).toEqual([]);
  });

  it("that were still moving are saved when the next print is opened", async () => {
    store().open(print(12, 1, "Fog"));
    store().change({ title: "half a ti" }, true);
    expect(calls).toEqual([]);
    store().open(print(13, 1, "Pans"));
    await until(() => !store().unsaved());
    expect(calls.map((call) => [call.url, call.body?.plan?.title])).toEqual([
      ["/api/prints/12/plan", "half a ti"],
    ]);
  });

  it("are not overwritten by an answer that comes again, or late", async () => {
    store().open(print(3, 1, "Fog"));
    store().change({ title: "in hand" }, true);
    store().open(print(3, 1, "Fog"));
    expect(store().document?.title).toBe("in hand");
    await until(() => store().saving === "saved");
    expect(store().held?.version).toBe(2);
    store().open(print(3, 1, "Fog"));
    expect(store().document?.title).toBe("in hand");
    store().open(print(3, 5, "theirs"));
    expect(store().document?.title).toBe("theirs");
  });

  it("survive a reload, and go on by themselves", async () => {
    answer = away;
    store().open(print(4, 7, "Fog"));
    store().change({ title: "kept" });
    await until(() => store().saving === "waiting");
    expect(unsentOf(4)).toMatchObject({ version: 7, plan: { title: "kept" } });
    vi.resetModules();
    const fresh = (await import("./planStore")).usePlanStore;
    answer = saves;
    fresh.getState().open(print(4, 7, "Fog"));
    expect(fresh.getState().document?.title).toBe("kept");
    await until(() => fresh.getState().saving === "saved");
    expect(unsentOf(4)).toBeNull();
  });

  it("are saved where the server has them, though a reload did not wait for its answer", () => {
    localStorage.setItem(
      "zollstock.unsent.6",
      JSON.stringify({ version: 8, plan: print(6, 9, "kept").plan }),
    );
    store().open(print(6, 9, "kept"));
    expect(store()).toMatchObject({ saving: "saved", document: { title: "kept" } });
    expect(calls).toEqual([]);
    expect(unsentOf(6)).toBeNull();
  });

  it("go on after the step whose answer a reload did not wait for, as nobody else's change", async () => {
    answer = () => new Promise(() => undefined);
    store().open(print(14, 1, "Fog"));
    for (const title of ["one", "two"]) store().change({ title });
    expect(unsentOf(14)).toMatchObject({ version: 1, plan: { title: "two" }, sent: { title: "one" } });
    vi.resetModules();
    const fresh = (await import("./planStore")).usePlanStore;
    calls.length = 0;
    answer = saves;
    fresh.getState().open(print(14, 2, "one"));
    expect(fresh.getState()).toMatchObject({ document: { title: "two" }, saving: "saving" });
    await until(() => fresh.getState().saving === "saved");
    expect(asked(14).map((call) => [call.body?.version, call.body?.plan?.title])).toEqual([
      [1, "one"],
      [2, "two"],
    ]);
  });

  it("that were kept on an older version are offered, not forced", async () => {
    localStorage.setItem("zollstock.unsent.5", JSON.stringify({ version: 2, plan: { title: "kept" } }));
    store().open(print(5, 9, "theirs"));
    expect(store()).toMatchObject({ saving: "stale", document: { title: "kept" } });
    expect(calls).toEqual([]);
    answer = (call) => (call.method === "GET" ? { status: 200, body: print(5, 9, "theirs") } : saves(call));
    await store().keepMine();
    expect(calls.at(-1)).toMatchObject({ method: "PUT", body: { version: 9, plan: { title: "kept" } } });
    expect(store().saving).toBe("saved");
  });

  it("wait for a session that ended, and go on after signing in", async () => {
    answer = () => ({ status: 401, body: { message: "Sign in first." } });
    store().open(print(6, 1, "Fog"));
    store().change({ title: "mine" });
    await until(() => store().saving === "waiting");
    answer = saves;
    store().again();
    await until(() => store().saving === "saved");
    expect(store().document?.title).toBe("mine");
  });

  it("walk back one after the other, however quick the keys", async () => {
    answer = (call) => ({ status: 200, body: print(15, (call.body?.version ?? 0) + 1, "earlier") });
    store().open(print(15, 5, "Fog"));
    await Promise.all([store().undo(), store().undo(), store().redo()]);
    expect(asked(15).map((call) => [call.url.split("/").at(-1), call.body?.version])).toEqual([
      ["undo", 5],
      ["undo", 6],
      ["redo", 7],
    ]);
    expect(store()).toMatchObject({ saving: "saved", held: { version: 8 } });
  });

  it("changed while an undo is on its way are changed on what it leads to", async () => {
    const undone = { title: "earlier", caption: "as it was" };
    answer = (call) =>
      call.method === "POST"
        ? { status: 200, body: { ...print(16, 6, ""), plan: undone } }
        : { status: 200, body: { ...print(16, 7, ""), plan: call.body?.plan } };
    store().open(print(16, 5, "Fog"));
    const back = store().undo();
    store().change({ title: "moved on" });
    expect(store().document?.title).toBe("moved on");
    await back;
    expect(store()).toMatchObject({ saving: "saved", document: { ...undone, title: "moved on" } });
    expect(asked(16).map((call) => [call.method, call.body?.version])).toEqual([
      ["POST", 5],
      ["PUT", 6],
    ]);
  });

  it("are saved though the line that took them died without a word", async () => {
    vi.useFakeTimers();
    answer = () => new Promise(() => undefined);
    store().open(print(21, 5, "Fog"));
    store().change({ title: "kept" });
    await vi.advanceTimersByTimeAsync(1000);
    expect(store().saving).toBe("saving");
    answer = saves;
    await vi.advanceTimersByTimeAsync(31_000);
    expect(asked(21).map((call) => call.body?.plan?.title)).toEqual(["kept", "kept"]);
    expect(store()).toMatchObject({ saving: "saved", held: { version: 6 } });
  });

  it("after an undo whose answer was lost are what the server has, and nobody else's change", async () => {
    answer = (call) => (call.method === "GET" ? { status: 200, body: print(17, 6, "earlier") } : away());
    store().open(print(17, 5, "Fog"));
    await store().undo();
    expect(store()).toMatchObject({ saving: "saved", document: { title: "earlier" }, held: { version: 6 } });
    expect(asked(17).map((call) => call.method)).toEqual(["POST", "GET"]);
  });

  it("are walked back again where the undo itself was lost", async () => {
    answer = (call) => {
      if (call.method === "GET") return { status: 200, body: print(18, 5, "Fog") };
      return asked(18).length === 1 ? away() : { status: 200, body: print(18, 6, "earlier") };
    };
    store().open(print(18, 5, "Fog"));
    await store().undo();
    expect(asked(18).map((call) => call.method)).toEqual(["POST", "GET", "POST"]);
    expect(store()).toMatchObject({ saving: "saved", document: { title: "earlier" } });
  });

  it("changed while an undo waits for the server are what is saved when it is back", async () => {
    answer = away;
    store().open(print(19, 5, "Fog"));
    const back = store().undo();
    await until(() => store().saving === "waiting");
    answer = (call) => (call.method === "GET" ? { status: 200, body: print(19, 6, "earlier") } : saves(call));
    store().change({ title: "gone on" });
    await back;
    expect(asked(19).at(-1)).toMatchObject({
      method: "PUT",
      body: { version: 6, plan: { title: "gone on" } },
    });
    expect(store()).toMatchObject({ saving: "saved", document: { title: "gone on" } });
  });

  it("are as they were when a session ended over an undo, which can be pressed again", async () => {
    answer = () => ({ status: 401, body: { message: "Sign in first." } });
    store().open(print(20, 5, "Fog"));
    await store().undo();
    expect(store()).toMatchObject({ saving: "waiting", document: { title: "Fog" } });
    answer = () => ({ status: 200, body: print(20, 6, "earlier") });
    store().again();
    expect(store()).toMatchObject({ saving: "saved", words: "" });
    await store().undo();
    expect(store()).toMatchObject({ saving: "saved", document: { title: "earlier" } });
  });

  it("of a print that was removed elsewhere say so and hold nobody back", async () => {
    answer = () => ({ status: 404, body: { message: "nothing here" } });
    store().open(print(8, 1, "Fog"));
    store().change({ title: "mine" });
    await until(() => store().saving === "gone");
    expect(store().words).toContain("removed elsewhere");
    expect(store().unsaved()).toBe(false);
    expect(unsentOf(8)).toBeNull();
  });

  it("go when their owner signs out", async () => {
    answer = away;
    store().open(print(9, 1, "Fog"));
    store().change({ title: "mine" });
    await until(() => store().saving === "waiting");
    store().forget();
    expect(store()).toMatchObject({ held: null, waiting: [] });
    expect(unsentOf(9)).toBeNull();
    // Nothing goes on for them in the name of whoever signs in next.
    const before = asked(9).length;
    answer = saves;
    store().again();
    await new Promise((resolve) => setTimeout(resolve, 600));
    expect(asked(9).length).toBe(before);
    expect(unsentOf(9)).toBeNull();
  });

  it("are ordered as they were saved, wherever their owner has gone meanwhile", async () => {
    answer = away;
    store().open(print(10, 1, "Fog"));
    store().change({ title: "to be made" });
    const saved = store().flush();
    await until(() => store().saving === "waiting");
    store().open(print(11, 1, "Pans"));
    answer = saves;
    store().again();
    expect(await saved).toMatchObject({ id: 10, version: 2 });
  });
});
