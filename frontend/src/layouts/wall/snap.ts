// Where a frame under a hand catches: at others' edges and middles, and at the gap that others have.

/** x, y, width, height. */
export type Spot = readonly [number, number, number, number];

export interface Caught {
  x: number;
  y: number;
  /** Lines to show, where it caught: at x, at y. */
  across: number[];
  down: number[];
}

/** The frame `box` caught by `others` where it comes within `reach` of them; else rounded to `step`. */
export function caught(box: Spot, others: readonly Spot[], reach: number, step: number): Caught {
  const x = along(box, others, 0, reach);
  const y = along(box, others, 1, reach);
  const round = (value: number) => Math.round(value / step) * step;
  return {
    x: x ? x.at : round(box[0]),
    y: y ? y.at : round(box[1]),
    across: x ? [x.line] : [],
    down: y ? [y.line] : [],
  };
}

/** Gaps between spots that follow each other along an axis (0 across, 1 down) and lie beside each other. */
export function gapsAlong(spots: readonly Spot[], axis: 0 | 1): number[] {
  const found = new Set<number>();
  for (const one of spots) {
    const after = spots.filter(
      (other) => beside(one, other, axis) && other[axis] >= one[axis] + size(one, axis),
    );
    const next = Math.min(...after.map((other) => other[axis]));
    const gap = Math.round((next - one[axis] - size(one, axis)) * 100) / 100;
    if (Number.isFinite(gap) && gap > 0) found.add(gap);
  }
  return [...found];
}

const size = (spot: Spot, axis: 0 | 1) => (axis === 0 ? spot[2] : spot[3]);

const beside = (one: Spot, other: Spot, axis: 0 | 1) => {
  const cross = (1 - axis) as 0 | 1;
  return other[cross] < one[cross] + size(one, cross) && one[cross] < other[cross] + size(other, cross);
};

function along(box: Spot, others: readonly Spot[], axis: 0 | 1, reach: number) {
  const own = size(box, axis);
  const gaps = gapsAlong(others, axis);
  const places = others.flatMap((other) => {
    const [begin, end] = [other[axis], other[axis] + size(other, axis)];
    return [
      { at: begin, line: begin },
      { at: end - own, line: end },
      { at: (begin + end - own) / 2, line: (begin + end) / 2 },
      ...gaps.flatMap((gap) => [
        { at: end + gap, line: end + gap },
        { at: begin - gap - own, line: begin - gap },
      ]),
    ];
  });
  const near = places.filter(({ at }) => Math.abs(at - box[axis]) <= reach);
  near.sort((one, other) => Math.abs(one.at - box[axis]) - Math.abs(other.at - box[axis]));
  return near[0];
}
