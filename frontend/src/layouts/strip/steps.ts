// The steps of a ladder as they are typed: "72, 100, 150".
import { readNumber } from "../../fields/NumberField";

export type Steps = (number | string)[];

/** Steps as a line; a comma between them, so that a number has a point. */
export const stepsText = (steps: Steps): string =>
  steps.map((step) => String(step).replace("-", "−")).join(", ");

/** The steps of a line; throws what is wrong, in words. */
export function readSteps(text: string, unit: string): number[] {
  const parts = text.split(/[;,\s]+/).filter((part) => part && part.toLowerCase() !== unit);
  if (parts.length < 2) throw new Error("A ladder has two steps at least: 72, 100, 150");
  if (parts.length > 15) throw new Error("A ladder has 15 steps at most");
  const read = parts.map((part) => readNumber(part, { min: -9, max: 5000, unit }) ?? 0);
  return [...new Set(read)].toSorted((one, other) => one - other);
}
