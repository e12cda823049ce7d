import { describe, expect, it } from "vitest";
import type { RescueChain } from "../api/types";
import { stepOf, withStep } from "./chain";

const chain = {
  format: "zollstock.rescue/1",
  picture: { width_px: 9, height_px: 9, orientation: 1, channels: 3, bits: 8, tagged: true },
  print: null,
  steps: [],
} satisfies RescueChain;

describe("a chain", () => {
  it("keeps its steps in the one order, whichever is changed first", () => {
    const tuned = withStep(withStep(chain, "sharpen", {}), "clean", { noise: 0.5 });
    expect(tuned.steps.map((step) => step.kind)).toEqual(["clean", "sharpen"]);
    expect(withStep(tuned, "rim", { left: 0.1 }).steps.map((step) => step.kind)).toEqual([
      "clean",
      "rim",
      "sharpen",
    ]);
  });

  it("has every step once, and one that is not there is off", () => {
    expect(stepOf(chain, "tone").on).toBe(false);
    const twice = withStep(withStep(chain, "tone", { middle: 2 }), "tone", { black: 3 });
    expect(twice.steps).toHaveLength(1);
    expect(stepOf(twice, "tone")).toMatchObject({ on: true, middle: 2, black: 3 });
  });

  it("is not changed itself", () => {
    withStep(chain, "tone", {});
    expect(chain.steps).toEqual([]);
  });
});
