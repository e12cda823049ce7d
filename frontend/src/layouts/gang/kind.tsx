// Prints together on a roll or on sheets.
import type { GangWish } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { CuttingSheet } from "./CuttingSheet";
import { GangDrawing } from "./GangDrawing";
import { LayingSheet } from "./LayingSheet";
import { PaperOfGang } from "./PaperOfGang";
import { PrintsSheet } from "./PrintsSheet";

export const gang: KindOnScreen<GangWish> = {
  word: "roll or sheets",
  hint: () =>
    "Drag a piece and it stays where it was put; T turns it, P pins or unpins it. The others lie round it.",
  makes: (page) => {
    const count = page?.sheets.length ?? 0;
    return page?.gang?.on_roll === false ? `Make ${count} sheet${count === 1 ? "" : "s"}` : "Make the roll";
  },
  strip: false,
  Whole: GangDrawing,
  steps: { prints: PrintsSheet, paper: PaperOfGang, laying: LayingSheet, cutting: CuttingSheet },
};
