import { memo } from "react";
import type { Cell } from "../api/types";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";

/** A true thumbnail: the sheet with the picture as it is cropped, what is lost ghosted around it. */
export const CellDrawing = memo(function CellDrawing(props: {
  cell: Cell;
  picture: string;
  room: readonly [number, number];
}) {
  const { drawing } = props.cell;
  if (!drawing) return null;
  return (
    <SheetInSmall
      drawing={drawing}
      proof={`/api/pictures/${props.picture}/small.jpg`}
      scale={scaleFor([drawing], props.room)}
      room={props.room}
    />
  );
});
