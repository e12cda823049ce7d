import { describe, expect, it } from "vitest";
import type { Plan } from "../api/types";
import { whatChanged } from "./whatChanged";

const plan = (change: object) =>
  ({
    title: "Fog",
    target: { width: "24 in", height: "16 in" },
    fit: { anchor: [0.5, 0.5], zoom: 1, keep: [] },
    ...change,
  }) as unknown as Plan;

describe("what an undo took back", () => {
  it("is said by the parts that differ", () => {
    expect(whatChanged(plan({}), plan({ target: { width: "8 in", height: "10 in" } }))).toBe("size");
    expect(whatChanged(plan({}), plan({ fit: { anchor: [0, 0.5], zoom: 2, keep: [] } }))).toBe("crop");
    expect(
      whatChanged(plan({}), plan({ fit: { anchor: [0, 0.5], zoom: 1, keep: [{ name: "lamp" }] } })),
    ).toBe("crop and keep zones");
    expect(
      whatChanged(
        plan({ edge: { kind: "none" } }),
        plan({ edge: { kind: "border" }, title: "Pans", output: { bits: 16 } }),
      ),
    ).toBe("title, edge and file");
    expect(whatChanged(plan({}), plan({}))).toBe("");
  });
});
