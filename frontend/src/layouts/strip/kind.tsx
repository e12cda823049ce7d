// A test strip: patches of one part, told apart by letters alone.
import type { StripRequest } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { LadderPanel } from "./LadderPanel";
import { PartPanel } from "./PartPanel";
import { SheetsPanel } from "./SheetsPanel";
import { StripDrawing } from "./StripDrawing";

export const strip: KindOnScreen<StripRequest> = {
  word: "test strip",
  hint: () => "Drag the frame to the part that is shown.",
  makes: () => "Make the strip",
  strip: true,
  Whole: StripDrawing,
  steps: { part: PartPanel, ladder: LadderPanel, sheets: SheetsPanel },
};
