// The kinds of layout on the screen: what each is called, how its whole is drawn, and a worksheet for every step.
import type { ComponentType } from "react";
import { useNavigate } from "react-router";
import type { AnyWish, IdWish, LayoutPage, LayoutState, LifeWish, TilesWish, Unit } from "../api/types";
import { KeepingFields } from "../pictures/KeepingFields";
import { FaceDrawing } from "./FaceDrawing";
import { gang } from "./gang/kind";
import { LifeDrawing } from "./LifeDrawing";
import { ChecksSheet } from "./sheets/ChecksSheet";
import { FaceSheet } from "./sheets/FaceSheet";
import { MarksSheet } from "./sheets/MarksSheet";
import { MeasureSheet } from "./sheets/MeasureSheet";
import { OverlapSheet } from "./sheets/OverlapSheet";
import { PaperSheet } from "./sheets/PaperSheet";
import { PartsSheet } from "./sheets/PartsSheet";
import { PhotoSheet } from "./sheets/PhotoSheet";
import { RuleSheet } from "./sheets/RuleSheet";
import type { LayoutSheetProps, OfId } from "./sheets/types";
import { WhatSheet } from "./sheets/WhatSheet";
import { TilesDrawing } from "./TilesDrawing";
import { hang, panels } from "./wall/kinds";

/** What the drawing of a whole is given. */
export interface WholeProps<Wish extends AnyWish = AnyWish> {
  wish: Wish;
  layout: LayoutState;
  page: LayoutPage;
  step: string;
  /** The id of a print as it is drawn once, by its plan's number. */
  symbol: (plan: number) => string;
  picked: number | null;
  onPick: (number: number | null) => void;
  /** px of the screen that a mm of the print takes; null where the whole is fitted into the desk. */
  truly: number | null;
}

export interface KindOnScreen<Wish extends AnyWish = AnyWish> {
  word: string;
  hint: (page: LayoutPage, step: string) => string;
  /** What the main button says. */
  makes: (page: LayoutPage | null) => string;
  /** The step in which what was made stands; the last one where nothing is said. */
  makesAt?: string;
  /** Where what it makes is fetched at once, for a kind whose files need no making. */
  leaf?: (layout: LayoutState, unit: Unit) => string;
  /** Whether its sheets stand beside the whole. */
  strip: boolean;
  Whole: ComponentType<WholeProps<Wish>>;
  steps: Record<string, ComponentType<LayoutSheetProps<Wish>>>;
}

const ON_TILES = "Drag the seams to move them off a face. Arrow keys, 1 mm each.";

const sheets = (page: LayoutPage | null) => {
  const count = page?.sheets.length ?? 0;
  return count === 1 ? "Make the sheet" : `Make ${count || "the"} sheets`;
};

const tiles: KindOnScreen<TilesWish> = {
  word: "tiles",
  hint: () => ON_TILES,
  makes: sheets,
  strip: true,
  Whole: Tiled,
  steps: { what: WhatSheet, sheets: PaperSheet, overlap: OverlapSheet, marks: MarksSheet },
};

const id: KindOnScreen<IdWish> = {
  word: "ID photo",
  hint: () => "Put the rings on crown and chin; the frame follows. Nothing is retouched.",
  makes: () => "Make the photos",
  strip: true,
  Whole: ({ wish, layout, page }) =>
    page.frame ? <FaceDrawing wish={wish} layout={layout} frame={page.frame} /> : null,
  steps: { rule: RuleSheet, face: FaceSheet, checks: Checked, sheet: PhotoSheet },
};

const life: KindOnScreen<LifeWish> = {
  word: "life size",
  hint: (page) => (page.tiles ? ON_TILES : "Put the rings on two points whose distance you know."),
  makes: sheets,
  strip: true,
  Whole: (props) =>
    props.page.tiles ? (
      <Tiled {...props} />
    ) : props.page.rings ? (
      <LifeDrawing
        wish={props.wish}
        layout={props.layout}
        parts={props.page.parts ?? []}
        rings={props.page.rings}
        truly={props.truly}
      />
    ) : null,
  steps: { measure: MeasureSheet, parts: PartsSheet, sheets: PaperSheet, overlap: OverlapSheet, marks: MarksSheet },
}; // oxfmt-ignore

const KINDS = { tiles, id, life, panels, hang, gang };

/** The kind of a wish; it is given no other's wish. */
export const kindOf = (wish: AnyWish) => KINDS[wish.kind] as unknown as KindOnScreen;

function Tiled({ page, wish, symbol }: Pick<WholeProps, "page" | "wish" | "symbol">) {
  return page.tiles ? <TilesDrawing page={page} tiles={page.tiles} wish={wish} symbol={symbol(0)} /> : null;
}

/** The checks, and how long the face is kept here. */
function Checked(props: OfId) {
  const go = useNavigate();
  const picture = props.layout.pictures[0];
  return (
    <>
      <ChecksSheet {...props} />
      {picture && (
        <KeepingFields
          picture={picture.id}
          name={picture.name}
          onGone={() => void go(`/jobs/${props.layout.job}`)}
        />
      )}
    </>
  );
}
