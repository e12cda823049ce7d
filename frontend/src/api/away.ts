// A server that is away for a moment: told from one that says no, and asked again with growing pauses.
import { ApiProblem, NO_ANSWER } from "./client";

const FIRST_MS = 400;
const LONGEST_MS = 8000;
/** An answer that is on its way for longer was lost on it: nothing tells of a line that died without a word. */
const LOST_MS = 30_000;

/** Whether asking the same again later may help: no answer at all, or one that says so. */
export function isAway(error: unknown): boolean {
  return error instanceof ApiProblem && [0, 502, 503, 504].includes(error.status);
}

/** How long to wait before try `count` (from 0), ms. */
export function pause(count: number): number {
  return Math.min(LONGEST_MS, FIRST_MS * 2 ** count);
}

/** The answer, or that there is none: then a question that may be asked twice is asked again. */
export async function answered<T>(answer: Promise<T>): Promise<T> {
  let timer = 0;
  const lost = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new ApiProblem(0, NO_ANSWER)), LOST_MS) as unknown as number;
  });
  try {
    return await Promise.race([answer, lost]);
  } finally {
    clearTimeout(timer);
  }
}
