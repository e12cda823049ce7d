import { expect, it } from "vitest";
import { POINTS, through } from "./table";

/** A table that says of every colour what a function does. */
function tableOf(says: (r: number, g: number, b: number) => [number, number, number, number]): Uint8Array {
  const table = new Uint8Array(POINTS ** 3 * 4);
  const at = (value: number) => (value * 255) / (POINTS - 1);
  for (let r = 0; r < POINTS; r++)
    for (let g = 0; g < POINTS; g++)
      for (let b = 0; b < POINTS; b++)
        table.set(says(at(r), at(g), at(b)).map(Math.round), ((r * POINTS + g) * POINTS + b) * 4);
  return table;
}

it("leaves every colour as it is where the paper shows all", () => {
  const same = tableOf((r, g, b) => [r, g, b, 0]);
  for (const colour of [
    [0, 0, 0],
    [255, 255, 255],
    [12, 200, 77],
    [200, 12, 77],
    [77, 12, 200],
    [77, 200, 12],
    [12, 77, 200],
    [200, 77, 12],
  ] as const) {
    const [red, green, blue] = colour;
    const made = through(same, red, green, blue);
    colour.forEach((value, channel) => expect(Math.abs((made[channel] ?? 0) - value)).toBeLessThanOrEqual(1));
    expect(made[3]).toBe(0);
  }
});

it("is exact between its points for what changes evenly", () => {
  const warm = tableOf((r, g, b) => [0.5 * r + 60, 0.8 * g, 0.25 * r + 0.25 * g + 0.25 * b, b / 10]);
  for (let value = 0; value < 256; value += 5) {
    const [red, green, blue, far] = through(warm, value, 255 - value, (value * 7) % 256);
    expect(Math.abs(red - (0.5 * value + 60))).toBeLessThanOrEqual(1);
    expect(Math.abs(green - 0.8 * (255 - value))).toBeLessThanOrEqual(1);
    expect(Math.abs(blue - 0.25 * (255 + ((value * 7) % 256)))).toBeLessThanOrEqual(1.5);
    expect(Math.abs(far - ((value * 7) % 256) / 10)).toBeLessThanOrEqual(1);
  }
});
