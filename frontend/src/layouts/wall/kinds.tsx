// What hangs: panels over one picture, and rows of prints.
import type { HangWish, PanelsWish } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { EdgeOfPanels } from "./EdgeOfPanels";
import { FramesSheet } from "./FramesSheet";
import { HangingSheet } from "./HangingSheet";
import { PanelsDrawing } from "./PanelsDrawing";
import { PixelsOfPanels } from "./PixelsOfPanels";
import { RowDrawing } from "./RowDrawing";
import { RowSheet } from "./RowSheet";
import { SpreadSheet } from "./SpreadSheet";
import { ViewSheet } from "./ViewSheet";
import { WallSheet } from "./WallSheet";

export const panels: KindOnScreen<PanelsWish> = {
  word: "panels",
  hint: (_, step) =>
    step === "view"
      ? ""
      : step === "spread"
        ? "Drag the picture behind the frames."
        : "Drag a frame, or type its place; it catches at the others.",
  makes: (page) => {
    const count = page?.sheets.length ?? 0;
    return count === 1 ? "Make the file" : `Make ${count || "the"} files`;
  },
  makesAt: "hanging",
  strip: false,
  Whole: PanelsDrawing,
  steps: {
    spread: SpreadSheet,
    frames: FramesSheet,
    edge: EdgeOfPanels,
    pixels: PixelsOfPanels,
    hanging: HangingSheet,
    view: ViewSheet,
  },
};

export const hang: KindOnScreen<HangWish> = {
  word: "hanging",
  hint: () => "",
  makes: () => "Hanging plan, PDF",
  leaf: (layout, unit) => `/api/layouts/${layout.id}/hanging.pdf?unit=${unit}`,
  strip: false,
  Whole: RowDrawing,
  steps: { row: RowSheet, wall: WallSheet, hanging: HangingSheet, view: ViewSheet },
};
