// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from "vitest";
import { Asked } from "./asked";
import { patiently } from "./patiently";

const busy = (headers: Record<string, string> = { "X-Place-In": "1" }) =>
  new Response(JSON.stringify({ message: "Two large questions of yours." }), { status: 503, headers });
const asked = (answers: Response[]) => {
  const bodies: string[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    bodies.push(await request.text());
    return answers.shift();
  });
  return bodies;
};
const order = () => new Asked("http://127.0.0.1/api/layouts/4/orders", { method: "POST", body: "{}" });

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it("puts a question again, whole, until there is a place for it", async () => {
  vi.useFakeTimers({ toFake: ["setTimeout"] });
  const bodies = asked([busy(), busy(), new Response("made", { status: 200 })]);
  const answer = patiently(order());
  await vi.waitFor(async () => {
    await vi.advanceTimersByTimeAsync(1000);
    expect(bodies).toHaveLength(3);
  });
  expect(await (await answer).text()).toBe("made");
  expect(bodies).toEqual(["{}", "{}", "{}"]);
});

it("gives every other answer on at once", async () => {
  const bodies = asked([busy({ "Retry-After": "2" }), new Response("{}", { status: 409 })]);
  expect((await patiently(order())).status).toBe(503);
  expect((await patiently(order())).status).toBe(409);
  expect(bodies).toHaveLength(2);
});
