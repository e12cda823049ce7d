import { expect, test } from "vitest";
import { wallClock } from "./useDue";

test("the wall's clock is said without a zone, to the minute", () => {
  expect(wallClock(new Date(2026, 11, 1, 9, 5, 59))).toBe("2026-12-01T09:05:00");
});
