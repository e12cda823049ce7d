import type { SheetDrawn } from "../api/types";

/** Width and height of a sheet, mm. */
export const sidesOf = ({ drawing }: SheetDrawn) =>
  [drawing.boxes.document[2], drawing.boxes.document[3]] as const;
