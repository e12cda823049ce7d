// A server that is away for a moment: told from one that says no, and asked again with growing pauses.
import { ApiProblem } from "./client";

const FIRST_MS = 400;
const LONGEST_MS = 8000;

/** Whether asking the same again later may help: no answer at all, or one that says so. */
export function isAway(error: unknown): boolean {
  return error instanceof ApiProblem && [0, 502, 503, 504].includes(error.status);
}

/** How long to wait before try `count` (from 0), ms. */
export function pause(count: number): number {
  return Math.min(LONGEST_MS, FIRST_MS * 2 ** count);
}
