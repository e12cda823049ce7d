// Prints together on a roll or on sheets.
import type { GangRequest } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { CuttingPanel } from "./CuttingPanel";
import { GangDrawing } from "./GangDrawing";
import { LayingPanel } from "./LayingPanel";
import { PaperOfGang } from "./PaperOfGang";
import { PrintsPanel } from "./PrintsPanel";

export const gang: KindOnScreen<GangRequest> = {
  word: "roll or sheets",
  hint: () =>
    "Drag a piece and it stays where it was put; T turns it, P pins or unpins it. The others lie round it.",
  makes: (page) => {
    const count = page?.sheets.length ?? 0;
    return page?.gang?.on_roll === false ? `Make ${count} sheet${count === 1 ? "" : "s"}` : "Make the roll";
  },
  strip: false,
  Whole: GangDrawing,
  steps: { prints: PrintsPanel, paper: PaperOfGang, laying: LayingPanel, cutting: CuttingPanel },
};
