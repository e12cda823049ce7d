// The kinds of layout on the screen: what each is called, how its whole is drawn, and a worksheet for every step.
import type { ComponentType } from "react";
import { useNavigate } from "react-router";
import type {
  AnyLayoutRequest,
  IdRequest,
  LayoutPage,
  LayoutState,
  LifeRequest,
  TilesRequest,
  Unit,
} from "../api/types";
import { KeepingFields } from "../pictures/KeepingFields";
import { FaceDrawing } from "./FaceDrawing";
import { book } from "./book/kind";
import { strip } from "./strip/kind";
import { gang } from "./gang/kind";
import { LifeDrawing } from "./LifeDrawing";
import { ChecksPanel } from "./stepPanels/ChecksPanel";
import { FacePanel } from "./stepPanels/FacePanel";
import { MarksPanel } from "./stepPanels/MarksPanel";
import { MeasurePanel } from "./stepPanels/MeasurePanel";
import { OverlapPanel } from "./stepPanels/OverlapPanel";
import { PaperPanel } from "./stepPanels/PaperPanel";
import { PartsPanel } from "./stepPanels/PartsPanel";
import { PhotoPanel } from "./stepPanels/PhotoPanel";
import { RulePanel } from "./stepPanels/RulePanel";
import type { LayoutPanelProps, OfId } from "./stepPanels/types";
import { WhatPanel } from "./stepPanels/WhatPanel";
import { TilesDrawing } from "./TilesDrawing";
import { hang, panels } from "./wall/kinds";

/** What the drawing of a whole is given. */
export interface WholeProps<Request extends AnyLayoutRequest = AnyLayoutRequest> {
  request: Request;
  layout: LayoutState;
  page: LayoutPage;
  step: string;
  /** The id of a print as it is drawn once, by its plan's number. */
  symbol: (plan: number) => string;
  picked: number | null;
  onPick: (number: number | null) => void;
  /** The opening or sheet that is looked at. */
  looked: number | null;
  onLook: (number: number | null) => void;
  /** px of the screen that a mm of the print takes; null where the whole is fitted into the desk. */
  truly: number | null;
}

export interface KindOnScreen<Request extends AnyLayoutRequest = AnyLayoutRequest> {
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
  Whole: ComponentType<WholeProps<Request>>;
  steps: Record<string, ComponentType<LayoutPanelProps<Request>>>;
}

const ON_TILES = "Drag the seams to move them off a face. Arrow keys, 1 mm each.";

const sheets = (page: LayoutPage | null) => {
  const count = page?.sheets.length ?? 0;
  return count === 1 ? "Make the sheet" : `Make ${count || "the"} sheets`;
};

const tiles: KindOnScreen<TilesRequest> = {
  word: "tiles",
  hint: () => ON_TILES,
  makes: sheets,
  strip: true,
  Whole: Tiled,
  steps: { what: WhatPanel, sheets: PaperPanel, overlap: OverlapPanel, marks: MarksPanel },
};

const id: KindOnScreen<IdRequest> = {
  word: "ID photo",
  hint: () => "Put the rings on crown and chin; the frame follows. Nothing is retouched.",
  makes: () => "Make the photos",
  strip: true,
  Whole: ({ request, layout, page }) =>
    page.frame ? <FaceDrawing request={request} layout={layout} frame={page.frame} /> : null,
  steps: { rule: RulePanel, face: FacePanel, checks: Checked, sheet: PhotoPanel },
};

const life: KindOnScreen<LifeRequest> = {
  word: "life size",
  hint: (page) => (page.tiles ? ON_TILES : "Put the rings on two points whose distance you know."),
  makes: sheets,
  strip: true,
  Whole: (props) =>
    props.page.tiles ? (
      <Tiled {...props} />
    ) : props.page.rings ? (
      <LifeDrawing
        request={props.request}
        layout={props.layout}
        parts={props.page.parts ?? []}
        rings={props.page.rings}
        truly={props.truly}
      />
    ) : null,
  steps: { measure: MeasurePanel, parts: PartsPanel, sheets: PaperPanel, overlap: OverlapPanel, marks: MarksPanel },
}; // oxfmt-ignore

const KINDS = { tiles, id, life, panels, hang, gang, book, strip };

/** The kind of a request; it is given no other's request. */
export const kindOf = (request: AnyLayoutRequest) => KINDS[request.kind] as unknown as KindOnScreen;

function Tiled({ page, request, symbol }: Pick<WholeProps, "page" | "request" | "symbol">) {
  return page.tiles ? (
    <TilesDrawing page={page} tiles={page.tiles} request={request} symbol={symbol(0)} />
  ) : null;
}

/** The checks, and how long the face is kept here. */
function Checked(props: OfId) {
  const go = useNavigate();
  const picture = props.layout.pictures[0];
  return (
    <>
      <ChecksPanel {...props} />
      {picture && (
        <KeepingFields
          key={picture.id}
          picture={picture.id}
          name={picture.name}
          onGone={() => void go(`/jobs/${props.layout.job}`)}
        />
      )}
    </>
  );
}
