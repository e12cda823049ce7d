import type { Drawing } from "../api/types";
import { smallProof } from "./awaitedProofs";
import { SheetInSmall } from "./SheetInSmall";

/** A design that is drawn in small. */
interface Print {
  picture_id: string;
  drawing: Drawing;
}

/** Pixels on screen for a millimetre, so that the largest of the prints has its room. */
export function commonScale(prints: Print[], width: number, height: number): number {
  const sheets = prints.map((print) => print.drawing.boxes.document);
  const widest = Math.max(1, ...sheets.map((sheet) => sheet[2]));
  const tallest = Math.max(1, ...sheets.map((sheet) => sheet[3]));
  return Math.min(width / widest, height / tallest);
}

/** A print in small: its sheet with the picture as it is cropped, true to scale. */
export function Silhouette({ print, scale }: { print: Print; scale: number }) {
  const [, , width, height] = print.drawing.boxes.document;
  return (
    <SheetInSmall
      loss={false}
      scale={scale}
      room={[width * scale + 2, height * scale + 2]}
      proof={smallProof(print.picture_id)}
      drawing={print.drawing}
    />
  );
}
