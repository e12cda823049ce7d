/** Things of different widths, row by row as words are set: as many in a row as have room, one at least. */
export function packedRows<T>(
  items: readonly T[],
  widthOf: (item: T) => number,
  gap: number,
  room: number,
): T[][] {
  const rows: T[][] = [];
  let left = 0;
  for (const item of items) {
    const width = widthOf(item);
    const row = rows.at(-1);
    if (row && width + gap <= left) {
      row.push(item);
      left -= width + gap;
    } else {
      rows.push([item]);
      left = room - width;
    }
  }
  return rows;
}
