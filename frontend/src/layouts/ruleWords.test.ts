import { expect, it } from "vitest";
import type { PhotoRule } from "../api/types";
import { rangeText, ruleSize } from "./ruleWords";

const rule: PhotoRule = {
  key: "", name: "Harbour", width: "35 mm", height: "45 mm", head: ["32 mm", "36 mm"], crown: ["3 mm", "5 mm"], eyes: null,
  source: "", checked: "",
}; // oxfmt-ignore

it("says a range with its unit once", () => {
  expect(rangeText(["32 mm", "36 mm"])).toBe("32 to 36 mm");
  expect(rangeText(["1 in", "36 mm"])).toBe("1 in to 36 mm");
  expect(rangeText(["3 mm", "3 mm"])).toBe("3 mm");
});

it("says what a rule asks in one line", () => {
  expect(ruleSize(rule)).toBe("35 × 45 mm; head 32 to 36 mm, crown 3 to 5 mm under the edge");
  expect(ruleSize({ ...rule, crown: null, eyes: ["20 mm", "25 mm"] })).toContain(
    "eyes 20 to 25 mm over the edge",
  );
});
