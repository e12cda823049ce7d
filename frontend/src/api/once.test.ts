// @vitest-environment happy-dom
import { beforeEach, expect, it } from "vitest";
import { answeredOnce, nameOnce } from "./once";

beforeEach(() => {
  sessionStorage.clear();
});

const asked = async (path: string, body: object = { version: 3 }) => {
  const request = new Request(`http://localhost${path}`, { method: "POST", body: JSON.stringify(body) });
  await nameOnce(request);
  return request;
};
const keyOf = (request: Request) => request.headers.get("Idempotency-Key");

it("the same thing asked again without an answer has the same key, and another one afterwards", async () => {
  const first = await asked("/api/layouts/4/bookings");
  const again = await asked("/api/layouts/4/bookings");
  expect(keyOf(first)).toMatch(/^[0-9a-f]{32}$/);
  expect(keyOf(again)).toBe(keyOf(first));
  // Sent over the line, a request cannot be read again.
  await again.text();
  answeredOnce(again, 503);
  expect(keyOf(await asked("/api/layouts/4/bookings"))).toBe(keyOf(first));
  answeredOnce(again, 200);
  expect(keyOf(await asked("/api/layouts/4/bookings"))).not.toBe(keyOf(first));
});

it("something else is another thing, and a question is none", async () => {
  const first = await asked("/api/prints/4/orders");
  expect(keyOf(await asked("/api/prints/4/orders", { version: 4 }))).not.toBe(keyOf(first));
  expect(keyOf(await asked("/api/prints/5/orders"))).not.toBe(keyOf(first));
  for (const path of ["/api/reckon", "/api/layouts/reckon", "/api/sizes/read", "/api/session"])
    expect(keyOf(await asked(path))).toBeNull();
});

it("what a rescue makes is made once, and looking at a part of it is no making", async () => {
  const rescue = "/api/rescues/5b81063c-2014-40d5-87cc-ccdaa3c84bed";
  for (const made of ["print", "orders", "others"]) {
    const first = await asked(`${rescue}/${made}`);
    expect(keyOf(first)).toMatch(/^[0-9a-f]{32}$/);
    expect(keyOf(await asked(`${rescue}/${made}`))).toBe(keyOf(first));
  }
  expect(keyOf(await asked(`${rescue}/views`))).toBeNull();
});

it("a print is logged once, a trial begun once, somebody asked once, whatever answer is lost", async () => {
  for (const path of [
    "/api/log",
    "/api/log/import",
    "/api/log/7/again",
    "/api/prints/4/log",
    "/api/layouts/4/log",
    "/api/layouts/4/trial",
    "/api/trials/2/judges",
  ]) {
    const first = await asked(path);
    expect(keyOf(first), path).toMatch(/^[0-9a-f]{32}$/);
    expect(keyOf(await asked(path)), path).toBe(keyOf(first));
  }
});

it("files are sent to a lab once, of a print, of a job and of a whole order", async () => {
  const order = "5b81063c-2014-40d5-87cc-ccdaa3c84bed";
  for (const path of [
    "/api/prints/4/lab-orders",
    "/api/jobs/4/lab-orders",
    `/api/orders/${order}/lab-orders`,
  ]) {
    const first = await asked(path, { lab: "harbour" });
    expect(keyOf(first), path).toMatch(/^[0-9a-f]{32}$/);
    expect(keyOf(await asked(path, { lab: "harbour" })), path).toBe(keyOf(first));
  }
});
