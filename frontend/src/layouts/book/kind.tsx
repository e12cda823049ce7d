// A book: pages, spreads, a cover.
import type { BookRequest } from "../../api/types";
import type { KindOnScreen } from "../kinds";
import { BookDrawing } from "./BookDrawing";
import { BookPanel } from "./BookPanel";
import { BoxesPanel } from "./BoxesPanel";
import { CoverPanel } from "./CoverPanel";
import { HandoverPanel } from "./HandoverPanel";
import { PicturesPanel } from "./PicturesPanel";
import { SpreadsPanel } from "./SpreadsPanel";
import { TextPanel } from "./TextPanel";

export const book: KindOnScreen<BookRequest> = {
  word: "book",
  // Said in the worksheet: below the opening lies the flat plan.
  hint: () => "",
  makes: (page) => (page?.steps.at(-1)?.key.startsWith("PDF") === false ? "Make the files" : "Make the PDF"),
  strip: false,
  Whole: BookDrawing,
  steps: {
    book: BookPanel,
    pictures: PicturesPanel,
    spreads: SpreadsPanel,
    boxes: BoxesPanel,
    text: TextPanel,
    cover: CoverPanel,
    handover: HandoverPanel,
  },
};
