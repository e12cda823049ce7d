import { expect, it } from "vitest";
import type { Legend } from "../api/types";
import { entryOf } from "./useLegend";

const entry = (word: string) => ({ word, says: "", rule: "", read: "" });
const legend: Legend = {
  figures: { crop_width: entry("Crop width"), cut: entry("Cut off"), cut_saves: entry("A row less") },
  findings: { quality: entry("Softer than it should be") },
  choices: { way: entry("Ways to fit"), "one-size": entry("A usual size") },
  words: { bleed: entry("Bleed") },
  figure_families: [
    ["cut_saves_", "", "cut_saves"],
    ["cut_", "", "cut"],
  ],
  finding_families: [["quality-", "", "quality"]],
  choice_families: [["size-", "", "one-size"]],
  choice_groups: {},
};
const word = (about: Parameters<typeof entryOf>[1]) => entryOf(legend, about)?.word;

it("finds an entry by its own id, and by the family of an id", () => {
  expect(word("figure:crop_width")).toBe("Crop width");
  expect(word("figure:cut_left")).toBe("Cut off");
  expect(word("figure:cut_saves_row")).toBe("A row less");
  expect(word("finding:quality-soft")).toBe("Softer than it should be");
  expect(word("choice:way")).toBe("Ways to fit");
  expect(word("choice:size-cm-50x70")).toBe("A usual size");
  expect(word("word:bleed")).toBe("Bleed");
});

it("says nothing of what it does not know", () => {
  expect(word("figure:mystery")).toBeUndefined();
});
