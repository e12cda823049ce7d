import type { Silhouette as Print } from "../api/types";
import { PrintInSmall } from "./PrintInSmall";

/** Pixels on screen for a millimetre, so that the largest of the prints has its room. */
export function commonScale(prints: Print[], width: number, height: number): number {
  const widest = Math.max(1, ...prints.map((print) => print.width_mm));
  const tallest = Math.max(1, ...prints.map((print) => print.height_mm));
  return Math.min(width / widest, height / tallest);
}

/** A print in small: its sheet with the picture as it is cropped, true to scale. */
export function Silhouette({ print, scale }: { print: Print; scale: number }) {
  const { width_mm: width, height_mm: height } = print;
  return (
    <PrintInSmall loss={false} scale={scale} room={[width * scale + 2, height * scale + 2]}
      proof={`/api/pictures/${print.picture_id}/small.jpg`}
      print={{ document: [0, 0, width, height], printed: print.printed, picture: print.picture, turn: print.turn, angle: print.angle }} />
  );
}
