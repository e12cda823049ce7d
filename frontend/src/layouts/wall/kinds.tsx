// What hangs: panels over one picture, and rows of prints.
import type { HangRequest, PanelsRequest } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { EdgeOfPanels } from "./EdgeOfPanels";
import { FramesPanel } from "./FramesPanel";
import { HangingPanel } from "./HangingPanel";
import { PanelsDrawing } from "./PanelsDrawing";
import { PixelsOfPanels } from "./PixelsOfPanels";
import { RowDrawing } from "./RowDrawing";
import { RowPanel } from "./RowPanel";
import { SpreadPanel } from "./SpreadPanel";
import { ViewPanel } from "./ViewPanel";
import { WallPanel } from "./WallPanel";

export const panels: KindOnScreen<PanelsRequest> = {
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
    spread: SpreadPanel,
    frames: FramesPanel,
    edge: EdgeOfPanels,
    pixels: PixelsOfPanels,
    hanging: HangingPanel,
    view: ViewPanel,
  },
};

export const hang: KindOnScreen<HangRequest> = {
  word: "hanging",
  hint: () => "",
  makes: () => "Hanging plan, PDF",
  leaf: (layout, unit) => `/api/layouts/${layout.id}/hanging.pdf?unit=${unit}`,
  strip: false,
  Whole: RowDrawing,
  steps: { row: RowPanel, wall: WallPanel, hanging: HangingPanel, view: ViewPanel },
};
