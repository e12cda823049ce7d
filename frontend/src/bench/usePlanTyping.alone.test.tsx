// @vitest-environment happy-dom
import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Plan, PrintState } from "../api/types";

/** The answers to what was typed, which come when the test lets them come. */
let answers: (() => void)[] = [];
let understood = true;

vi.stubGlobal("fetch", async (request: Request) => {
  if (!request.url.includes("/lengths/read")) return new Response("{}", { status: 503 });
  const { text } = JSON.parse(await request.text()) as { text: string };
  await new Promise<void>((resolve) => answers.push(resolve));
  const body = understood
    ? { typed: text, said: "", others: [], open: false }
    : { message: `“${text}” was not read` };
  return new Response(JSON.stringify(body), {
    status: understood ? 200 : 422,
    headers: { "Content-Type": "application/json" },
  });
});

const { usePlanStore } = await import("./planStore");
const { EdgeLength } = await import("./steps/edge/parts");
const store = () => usePlanStore.getState();
const edge = () => store().document?.edge as unknown as Record<string, unknown>;

const print = (id: number, title: string): PrintState =>
  ({
    id,
    version: 1,
    plan: { title, edge: { kind: "mat", reveal: "5 mm", overlap: "0 mm" } } as unknown as Plan,
  }) as unknown as PrintState;

function Mat() {
  const plan = usePlanStore((state) => state.document);
  const { reveal, overlap } = (plan?.edge ?? {}) as { reveal?: string | null; overlap?: string };
  const shared = { unit: "mm" as const, problem: null };
  return reveal ? (
    <EdgeLength {...shared} label="Reveal" value={reveal} path="edge.reveal" />
  ) : (
    <EdgeLength {...shared} label="Overlap" value={overlap ?? ""} path="edge.overlap" />
  );
}

const typed = (text: string) => {
  const field = screen.getByLabelText("Reveal");
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};
const answered = () =>
  act(async () => {
    await vi.waitFor(() => expect(answers.length).toBeGreaterThan(0));
    for (const answer of answers.splice(0)) answer();
    await new Promise((resolve) => setTimeout(resolve, 20));
  });
const covers = () => act(() => store().change({ "edge.reveal": null, "edge.overlap": "4 mm" }));

beforeEach(() => {
  answers = [];
  understood = true;
  store().open(print(1, "Fog"));
  render(<Mat />);
});
afterEach(() => act(() => store().forget()));

it("takes a word that comes late for what it was typed in", async () => {
  typed("8 mm");
  await answered();
  expect(edge()["reveal"]).toBe("8 mm");
});

it("lets a choice stand that was made while a word was still being read", async () => {
  typed("8 mm");
  covers();
  expect(screen.getByLabelText("Overlap")).toHaveValue("4 mm");
  await answered();
  expect(edge()).toMatchObject({ reveal: null, overlap: "4 mm" });
  expect(screen.getByLabelText("Overlap")).toHaveValue("4 mm");
});

it("takes nothing else back when a word turns out not to be understood", async () => {
  understood = false;
  typed("8 parsecs");
  act(() => store().change({ title: "Fog over the pans" }));
  await answered();
  expect(store().document?.title).toBe("Fog over the pans");
  expect(edge()["reveal"]).toBe("5 mm");
});

it("belongs to the print that it was typed in, whichever is in hand by then", async () => {
  typed("8 mm");
  act(() => store().open(print(2, "Pans")));
  await answered();
  expect(edge()["reveal"]).toBe("5 mm");
  act(() => store().open(print(1, "Fog")));
  expect(edge()["reveal"]).toBe("8 mm");
});
