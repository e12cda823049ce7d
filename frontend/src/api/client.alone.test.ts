// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { askAs, client } from "./client";

const sent: Request[] = [];
let answer = () => new Response("{}", { status: 200, headers: { "Content-Type": "application/json" } });

beforeEach(() => {
  sent.length = 0;
  sessionStorage.clear();
  vi.stubGlobal("fetch", (request: Request) => {
    sent.push(request);
    return Promise.resolve(answer());
  });
});
afterEach(() => {
  askAs("");
  vi.unstubAllGlobals();
});

const QUESTION = { plan: { target: { width: "30 cm" } }, step: null, edges: {} };

it("a question is on its way within the call that asks it: nothing is drawn before", () => {
  void client.POST("/api/reckon", { baseUrl: "http://localhost", body: QUESTION });
  expect(sent).toHaveLength(1);
});

it("says whose page asks, and its token where something is sent", () => {
  askAs("keeper ß");
  document.cookie = "csrftoken=fog-and-salt";
  void client.POST("/api/reckon", { baseUrl: "http://localhost", body: QUESTION });
  void client.GET("/api/session", { baseUrl: "http://localhost" });
  expect(sent.map(({ headers }) => headers.get("X-Account"))).toEqual(["keeper%20%C3%9F", "keeper%20%C3%9F"]);
  expect(sent.map(({ headers }) => headers.get("X-CSRFToken"))).toEqual(["fog-and-salt", null]);
});

it("what makes something carries its key, the same until it is answered", async () => {
  const make = () =>
    client.POST("/api/jobs", { baseUrl: "http://localhost", body: { title: "Salt pans", client: "" } });
  const whole = answer;
  answer = () => new Response("", { status: 503 });
  await make();
  answer = whole;
  await make();
  await make();
  const [first, again, another] = sent.map(({ headers }) => headers.get("Idempotency-Key"));
  expect(first).toMatch(/^[0-9a-f]{32}$/);
  expect(again).toBe(first);
  expect(another).not.toBe(first);
});
