import { expect, it } from "vitest";
import { hung } from "./Prints";

it("hangs prints side by side with their middle at the height of the eyes", () => {
  const [small, large] = hung([
    { width: 600, height: 400 },
    { width: 1200, height: 800 },
  ]);
  expect(small?.middle).toBe(1500);
  expect(large?.middle).toBe(1500);
  expect(large?.left).toBeGreaterThan((small?.left ?? 0) + 600);
});

it("lifts what would stand in the floor", () => {
  const [tower] = hung([{ width: 1000, height: 4000 }]);
  expect((tower?.middle ?? 0) - 2000).toBeGreaterThan(0);
});
