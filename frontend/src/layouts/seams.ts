// Seams under a hand: how far they are moved, and what that is as a length.
import type { TilesDrawn } from "../api/types";

/** A tenth of a millimetre: nobody glues finer. */
const STEP = 10;

/** The shift (mm) that has the seams `by` mm further right or down; it counts up to one tile. */
export function shifted(moved: number, by: number, period: number): number {
  const shift = moved - by;
  const held = ((shift % period) + period) % period;
  return Math.round(held * STEP) / STEP;
}

/** How far seams are moved by the document in hand, mm: answers come later than keys. Null where it was typed in another
 * unit. */
export function movedBy(shift: string, period: number): number | null {
  const typed = /^([\d.]+) mm$/.exec(shift);
  return typed ? Number(typed[1]) % period : null;
}

export const asLength = (mm: number) => `${mm} mm`;

/** Where the seams lie: each from where a tile begins to where the one before it ends, mm. */
export function seamsOf(pieces: TilesDrawn["columns"]): [begin: number, end: number][] {
  return pieces.slice(1).map(([begin], index) => {
    const [before, size] = pieces[index] ?? [0, 0];
    return [begin, before + size];
  });
}

/** Rows are letters, columns numbers, as the sheets are named: after Z comes AA. */
export function tileName(row: number, column: number): string {
  let letters = "";
  for (let left = row + 1; left > 0; left = Math.floor((left - 1) / 26))
    letters = String.fromCharCode(65 + ((left - 1) % 26)) + letters;
  return `${letters}${column + 1}`;
}
