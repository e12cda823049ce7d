import { describe, expect, it } from "vitest";
import type { AnyLayoutRequest, IdRequest, TilesRequest } from "../api/types";
import { patched } from "../designs/fix";
import { asSent, whatChanged } from "./layoutStore";

const plan = { title: "Gears", target: { width: "57 cm", height: "85.5 cm" }, fit: { turn: 0 } };
const tiles = {
  kind: "tiles",
  title: "Gears",
  overlap: "1 cm",
  shift_x: "0 mm",
  plans: [plan],
} as unknown as TilesRequest;
const photo = { kind: "id", title: "Pass", plans: [plan] } as unknown as IdRequest;

describe("a request", () => {
  it("whose kind decides the size is sent without the size of before", () => {
    expect((asSent(photo)["plans"] as { target?: unknown }[])[0]?.target).toBeUndefined();
    expect(asSent(tiles)).toBe(tiles);
    expect(photo.plans[0]?.target).toEqual(plan.target);
  });

  it("is patched inside its plans, which stay a list", () => {
    const after = patched<AnyLayoutRequest>(tiles, { "plans.0.target.width": "50 cm", shift_x: "3 mm" });
    expect(Array.isArray(after.plans)).toBe(true);
    expect(after.plans[0]?.target).toEqual({ width: "50 cm", height: "85.5 cm" });
    expect(tiles.plans[0]?.target.width).toBe("57 cm");
  });

  it("says what was taken back", () => {
    const after = patched<AnyLayoutRequest>(tiles, { overlap: "2 cm", shift_x: "3 mm" });
    expect(whatChanged(tiles, after)).toBe("overlap and seams");
    expect(whatChanged(tiles, tiles)).toBe("");
  });
});
