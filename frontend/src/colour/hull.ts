// Where the colours of a picture lie: CIELAB under D50, and their outline at a lightness.

export type Lab = readonly [number, number, number];

const linear = Float64Array.from({ length: 256 }, (_, value) => {
  const share = value / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
});
const f = (share: number) =>
  share > (6 / 29) ** 3 ? Math.cbrt(share) : (share * (29 / 6) ** 2) / 3 + 4 / 29;

/** sRGB, 0 to 255 (IEC 61966-2-1, adapted to D50 by Bradford's matrix). */
export function labOf(red: number, green: number, blue: number): Lab {
  const [r, g, b] = [linear[red] ?? 0, linear[green] ?? 0, linear[blue] ?? 0];
  const x = f((0.4360747 * r + 0.3850649 * g + 0.1430804 * b) / 0.9642);
  const y = f(0.2225045 * r + 0.7168786 * g + 0.0606169 * b);
  const z = f((0.0139322 * r + 0.0971045 * g + 0.7141733 * b) / 0.8249);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** So many pixels of a picture are looked at, and so much lighter or darker counts as the same lightness. */
const LOOKED_AT = 40_000;
const ALIKE = 5;

/** All colours of a picture, thinned out. */
export function coloursOf({ data }: ImageData): Lab[] {
  const step = Math.max(1, Math.floor(data.length / 4 / LOOKED_AT)) * 4;
  const found: Lab[] = [];
  for (let at = 0; at < data.length; at += step)
    if (data[at + 3]) found.push(labOf(data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0));
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
