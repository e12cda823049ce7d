import type { Guide } from "./fitTools";

type Box = readonly [number, number, number, number];
type Line = readonly [number, number, number, number];
const GOLDEN = 2 / (1 + Math.sqrt(5));

/** Lines to compose by, in shares of the box: [x1, y1, x2, y2]. */
export function guideLines(guide: Guide, ratio: number): Line[] {
  const cross = (shares: number[]): Line[] =>
    shares.flatMap((at) => [[at, 0, at, 1] as const, [0, at, 1, at] as const]);
  switch (guide) {
    case "thirds":
      return cross([1 / 3, 2 / 3]);
    case "golden":
      return cross([1 - GOLDEN, GOLDEN]);
    case "centre":
      return cross([1 / 2]);
    case "diagonals":
      return [
        [0, 0, 1, 1],
        [0, 1, 1, 0],
      ];
    case "grid": {
      // Square fields, eight on the longer side.
      const [across, down] = ratio >= 1 ? [8, 8 / ratio] : [8 * ratio, 8];
      const at = (count: number) =>
        Array.from({ length: Math.ceil(count) - 1 }, (_, index) => (index + 1) / count);
      return [...at(across).map((x) => [x, 0, x, 1] as const), ...at(down).map((y) => [0, y, 1, y] as const)];
    }
    default:
      return [];
  }
}

/** Guides over the crop; they are on the screen only. */
export function Guides({ guide, box }: { guide: Guide; box: Box }) {
  const [x, y, w, h] = box;
  return (
    <g data-testid={`guide-${guide}`} pointerEvents="none">
      {guideLines(guide, w / h).map((line) => {
        const at = { x1: x + line[0] * w, y1: y + line[1] * h, x2: x + line[2] * w, y2: y + line[3] * h };
        return (
          <g key={line.join()}>
            <line {...at} stroke="#1b2423" strokeWidth={2.6} opacity={0.45} />
            <line {...at} stroke="#ffffff" strokeWidth={1} opacity={0.9} />
          </g>
        );
      })}
    </g>
  );
}
