import { memo } from "react";
import type { BoxMm, Cell } from "../api/types";
import { PrintInSmall, scaleFor, type SmallPrint } from "../drawing/PrintInSmall";

/** A cell's boxes in units of the sheet's height, as small drawings want them. */
export function cellPrint(cell: Cell): SmallPrint {
  const wide = ([x, y, w, h]: readonly number[]): BoxMm => [(x ?? 0) * cell.ratio, y ?? 0, (w ?? 0) * cell.ratio, h ?? 0];
  return { document: [0, 0, cell.ratio, 1], printed: wide(cell.printed), picture: wide(cell.whole), turn: 0, angle: cell.angle };
}

/** A true thumbnail: the sheet with the picture as it is cropped, what is lost ghosted around it. */
export const CellDrawing = memo(function CellDrawing({ cell, picture, room }: { cell: Cell; picture: string; room: readonly [number, number] }) {
  const print = cellPrint(cell);
  return <PrintInSmall print={print} proof={`/api/pictures/${picture}/small.jpg`} scale={scaleFor([print], room)} room={room} />;
});
