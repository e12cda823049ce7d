// Where the colours of a picture lie: CIELAB under D50, and their outline at a lightness.

export type Lab = readonly [number, number, number];

const linear = Float64Array.from({ length: 256 }, (_, value) => {
  const share = value / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
});
const f = (share: number) =>
  share > (6 / 29) ** 3 ? Math.cbrt(share) : (share * (29 / 6) ** 2) / 3 + 4 / 29;

/** Light to XYZ, adapted to D50 by Bradford's matrix: IEC 61966-2-1, and SMPTE EG 432-1 with its curve. */
const TO_XYZ: Record<PredefinedColorSpace, readonly (readonly [number, number, number])[]> = {
  srgb: [
    [0.4360747, 0.3850649, 0.1430804],
    [0.2225045, 0.7168786, 0.0606169],
    [0.0139322, 0.0971045, 0.7141733],
  ],
  "display-p3": [
    [0.51512, 0.29198, 0.1571],
    [0.2412, 0.69225, 0.06657],
    [-0.00105, 0.04189, 0.78407],
  ],
};
const WHITE = [0.9642, 1, 0.8249];

/** Numbers of a screen, 0 to 255. */
export function labOf(red: number, green: number, blue: number, space: PredefinedColorSpace = "srgb"): Lab {
  const light = [linear[red] ?? 0, linear[green] ?? 0, linear[blue] ?? 0];
  const [x = 0, y = 0, z = 0] = TO_XYZ[space].map((row, at) =>
    f(row.reduce((sum, weight, channel) => sum + weight * (light[channel] ?? 0), 0) / (WHITE[at] ?? 1)),
  );
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** So many pixels of a picture are looked at, and so much lighter or darker counts as the same lightness. */
const LOOKED_AT = 40_000;
const ALIKE = 5;

/** All colours of a picture, thinned out. */
export function coloursOf({ data, colorSpace }: ImageData): Lab[] {
  const step = Math.max(1, Math.floor(data.length / 4 / LOOKED_AT)) * 4;
  const found: Lab[] = [];
  for (let at = 0; at < data.length; at += step)
    if (data[at + 3]) found.push(labOf(data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0, colorSpace));
  return found;
}

/** The outline of those that are about as light, in a* and b*. */
export function outlineOf(colours: readonly Lab[], lightness: number): [number, number][] {
  const points = colours
    .filter(([l]) => Math.abs(l - lightness) <= ALIKE)
    .map(([, a, b]): [number, number] => [a, b])
    .sort((one, other) => one[0] - other[0] || one[1] - other[1]);
  if (points.length < 3) return points;
  return [...half(points), ...half(points.toReversed())];
}

/** One side of the outline (Andrew's monotone chain), without its last point. */
function half(points: readonly [number, number][]): [number, number][] {
  const chain: [number, number][] = [];
  for (const point of points) {
    while (chain.length > 1 && !turnsLeft(chain.at(-2), chain.at(-1), point)) chain.pop();
    chain.push(point);
  }
  return chain.slice(0, -1);
}

function turnsLeft(
  one: readonly [number, number] | undefined,
  two: readonly [number, number] | undefined,
  three: readonly [number, number],
): boolean {
  if (!one || !two) return true;
  return (two[0] - one[0]) * (three[1] - one[1]) - (two[1] - one[1]) * (three[0] - one[0]) > 0;
}
