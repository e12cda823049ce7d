import { describe, expect, it } from "vitest";
import type { Plan } from "../api/types";
import { vectors } from "../api/vectors.testing";
import { patched, type Fix } from "./fix";

const plan = {
  title: "Fog",
  fit: { mode: "fill", auto: false },
  target: { width: "24 in", height: "16 in" },
} as unknown as Plan;

describe("patched", () => {
  it("sets dotted paths in a copy and leaves the plan alone", () => {
    const changed = patched(plan, { "fit.auto": true, title: "Pans" });
    expect(changed.fit).toEqual({ mode: "fill", auto: true });
    expect(changed.title).toBe("Pans");
    expect(plan.fit.auto).toBe(false);
  });

  it("replaces whole parts and makes parts that are missing", () => {
    const changed = patched(plan, { edge: { kind: "none" }, "viewing.distance": "2 m" });
    expect(changed.edge).toEqual({ kind: "none" });
    expect(changed.viewing).toEqual({ distance: "2 m" });
  });

  it.each(vectors<{ document: Plan; fix: Fix; result: Plan }[]>("patching"))(
    "does what the core does with $fix",
    ({ document, fix, result }) => {
      expect(patched(document, fix)).toEqual(result);
    },
  );
});
