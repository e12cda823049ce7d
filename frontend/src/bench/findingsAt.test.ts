import { expect, it } from "vitest";
import type { Finding, Step } from "../api/types";
import { findingsAt } from "./findingsAt";

const finding = (id: string, step: Step, level: Finding["level"]) => ({ id, step, level }) as Finding;
const FINDINGS = [
  finding("centre-crop", "fit", "note"),
  finding("keep-zone-cut", "fit", "warn"),
  finding("bleed-short", "edge", "warn"),
  finding("too-large", "handover", "stop"),
  finding("nothing-left", "fit", "stop"),
];
const told = (step: Step) => {
  const { urgent, others } = findingsAt(FINDINGS, step);
  return [urgent, others].map((some) => some.map(({ id }) => id));
};

it("tells what is cut in Fit, and what stops the work, before anything else", () => {
  expect(told("fit")).toEqual([["keep-zone-cut", "nothing-left"], ["centre-crop"]]);
});

it("tells in Edge what it does to the crop, and at the end whatever stops the work", () => {
  expect(told("edge")).toEqual([[], ["keep-zone-cut", "bleed-short"]]);
  expect(told("handover")).toEqual([[], ["too-large", "nothing-left"]]);
  expect(told("size")).toEqual([[], []]);
});
