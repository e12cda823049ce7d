// Where a box under a hand is held: at the trim, the safe edge, the spine, and the sides of its neighbours.
import type { BoxMm } from "../../api/types";

export interface Lines {
  across: number[];
  down: number[];
}

/** The lines of an opening, mm; `pages` is how many of them lie side by side. */
export function linesOf(
  width: number,
  height: number,
  pages: number,
  safe: number,
  gutter: number,
  others: readonly BoxMm[],
): Lines {
  const across = [0, safe, width - safe, width];
  if (pages === 2) across.push(width / 2, width / 2 - gutter, width / 2 + gutter);
  return {
    across: [...across, ...others.flatMap(([x, , w]) => [x, x + w])],
    down: [0, safe, height - safe, height, ...others.flatMap(([, y, , h]) => [y, y + h])],
  };
}

function nearest(at: number, lines: readonly number[], reach: number): number | null {
  let found: number | null = null;
  for (const line of lines)
    if (Math.abs(line - at) <= reach && (found === null || Math.abs(line - at) < Math.abs(found - at)))
      found = line;
  return found;
}

const stepped = (at: number, step: number) => Math.round(at / step) * step;

/** A box moved to `x`, `y`: its nearer side is held by a line, or else it goes by whole steps. */
export function movedBox([x, y, w, h]: BoxMm, lines: Lines, reach: number, step: number): BoxMm {
  const along = (at: number, size: number, on: readonly number[]) => {
    const begin = nearest(at, on, reach);
    const end = nearest(at + size, on, reach);
    if (begin !== null && (end === null || Math.abs(begin - at) <= Math.abs(end - at - size))) return begin;
    return end === null ? stepped(at, step) : end - size;
  };
  return [Math.max(0, along(x, w, lines.across)), Math.max(0, along(y, h, lines.down)), w, h];
}

export type Corner = "nw" | "ne" | "sw" | "se";

/** A box whose corner is dragged by `dx`, `dy`; it stays a centimetre wide and high at least. */
export function sizedBox(
  [x, y, w, h]: BoxMm,
  corner: Corner,
  dx: number,
  dy: number,
  lines: Lines,
  reach: number,
  step: number,
): BoxMm {
  const least = 10;
  const held = (at: number, on: readonly number[]) => nearest(at, on, reach) ?? stepped(at, step);
  let [left, top, right, bottom] = [x, y, x + w, y + h];
  if (corner.includes("w")) left = Math.max(0, Math.min(held(left + dx, lines.across), right - least));
  else right = Math.max(held(right + dx, lines.across), left + least);
  if (corner.startsWith("n")) top = Math.max(0, Math.min(held(top + dy, lines.down), bottom - least));
  else bottom = Math.max(held(bottom + dy, lines.down), top + least);
  return [left, top, right - left, bottom - top];
}
