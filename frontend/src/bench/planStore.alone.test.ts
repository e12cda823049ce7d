// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Plan, PrintState } from "../api/types";

interface Call {
  method: string;
  url: string;
  body: { plan?: Plan; version?: number } | null;
}

const calls: Call[] = [];
let answers: ((call: Call) => { status: number; body: unknown })[] = [];

const print = (version: number, title: string): PrintState =>
  ({
    id: 7,
    version,
    plan: { title, fit: { auto: false } },
    can_undo: version > 1,
    can_redo: false,
  }) as unknown as PrintState;

vi.stubGlobal("fetch", async (request: Request) => {
  const text = await request.text();
  const call = {
    method: request.method,
    url: new URL(request.url, "http://127.0.0.1:3000").pathname,
    body: text ? JSON.parse(text) : null,
  };
  calls.push(call);
  const answer = answers.shift()?.(call) ?? {
    status: 200,
    body: print((call.body?.version ?? 0) + 1, call.body?.plan?.title ?? ""),
  };
  return new Response(JSON.stringify(answer.body), {
    status: answer.status,
    headers: { "Content-Type": "application/json" },
  });
});

const { usePlanStore } = await import("./planStore");
const store = () => usePlanStore.getState();

describe("the plan in hand", () => {
  beforeEach(() => {
    calls.length = 0;
    answers = [];
    store().open(print(1, "Fog"));
  });

  it("saves by itself with the version it knows", async () => {
    store().change({ title: "Pans" });
    await store().flush();
    expect(calls.map((call) => [call.method, call.url])).toEqual([["PUT", "/api/prints/7/plan"]]);
    expect(calls[0]?.body).toMatchObject({ version: 1, plan: { title: "Pans" } });
    expect(store().held?.version).toBe(2);
    expect(store().saving).toBe("saved");
  });

  it("keeps the plan in hand as it is where the server says the same of it: nothing is reckoned again", async () => {
    answers = [(call) => ({ status: 200, body: { ...print(2, ""), plan: call.body?.plan } })];
    store().change({ title: "Pans" });
    const { document: plan } = store();
    await store().flush();
    expect(store().document).toBe(plan);
    expect(store().held?.version).toBe(2);
  });

  it("sends nothing while a drag goes on, and one plan when it ends", async () => {
    for (const title of ["a", "b", "c"]) store().change({ title }, true);
    expect(calls).toHaveLength(0);
    store().settle();
    await store().flush();
    expect(calls.map((call) => call.body?.plan?.title)).toEqual(["c"]);
  });

  it("sends changes one after the other, each on the version before", async () => {
    store().change({ title: "one" });
    store().change({ title: "two" });
    await store().flush();
    await store().flush();
    const versions = calls.map((call) => call.body?.version);
    expect(versions).toEqual([...new Set(versions)]);
    expect(store().document?.title).toBe("two");
    expect(store().saving).toBe("saved");
  });

  it("saves every settled change as a step of its own, however quick the hand is", async () => {
    for (const title of ["a step to the right", "one more", "and back"]) store().change({ title });
    await store().flush();
    expect(calls.map((call) => call.body?.plan?.title)).toEqual([
      "a step to the right",
      "one more",
      "and back",
    ]);
  });

  it("saves nothing from the middle of a drag, though the step before it is still being saved", async () => {
    store().change({ title: "before" });
    store().change({ title: "half way" }, true);
    await vi.waitFor(() => expect(calls).toHaveLength(1));
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(calls.map((call) => call.body?.plan?.title)).toEqual(["before"]);
    store().change({ title: "let go" }, true);
    store().settle();
    await store().flush();
    expect(calls.map((call) => call.body?.plan?.title)).toEqual(["before", "let go"]);
  });

  it("sends again what a lost line left without an answer, then what it kept back as one step", async () => {
    answers = [() => ({ status: 503, body: { message: "away" } })];
    const version = store().held?.version ?? 0;
    for (const title of ["one", "two", "three"]) store().change({ title });
    await vi.waitFor(() => expect(store().saving).toBe("waiting"));
    store().again();
    await store().flush();
    expect(calls.map((call) => [call.body?.version, call.body?.plan?.title])).toEqual([
      [version, "one"],
      [version, "one"],
      [version + 1, "three"],
    ]);
  });

  it("tells of another window's change, keeps what is in hand, and can save it on top", async () => {
    answers = [() => ({ status: 409, body: { message: "changed in another window" } })];
    store().change({ title: "mine" });
    await store().flush();
    expect(store().saving).toBe("stale");
    expect(store().document?.title).toBe("mine");
    answers = [() => ({ status: 200, body: print(5, "theirs") })];
    await store().keepMine();
    expect(calls.at(-1)?.body).toMatchObject({ version: 5, plan: { title: "mine" } });
    expect(store().saving).toBe("saved");
  });

  it("takes over the other window's plan on request", async () => {
    answers = [() => ({ status: 409, body: {} }), () => ({ status: 200, body: print(5, "theirs") })];
    store().change({ title: "mine" });
    await store().flush();
    await store().takeTheirs();
    expect(store().document?.title).toBe("theirs");
  });

  it("keeps what the server refuses, and says why", async () => {
    answers = [() => ({ status: 422, body: { message: "leave no picture" } })];
    store().change({ title: "bad" });
    await store().flush();
    expect(store()).toMatchObject({ saving: "refused", words: "leave no picture" });
    store().change({ title: "good" });
    await store().flush();
    expect(store().saving).toBe("saved");
  });

  it("undoes on the server, after saving what was in hand", async () => {
    store().change({ title: "new" }, true);
    answers = [
      () => ({ status: 200, body: print(2, "new") }),
      () => ({ status: 200, body: print(3, "Fog") }),
    ];
    await store().undo();
    expect(calls.map((call) => call.url)).toEqual(["/api/prints/7/plan", "/api/prints/7/undo"]);
    expect(store().document?.title).toBe("Fog");
  });
});
