import type { ReactNode } from "react";
import type {
  AnyLayoutRequest, BookRequest, GangRequest, HangRequest, IdRequest, LayoutPage, LayoutState, LifeRequest, PanelsRequest, StripRequest, TilesRequest, Unit,
} from "../../api/types"; // oxfmt-ignore

/** What every worksheet of a layout is given. */
export interface LayoutPanelProps<Request extends AnyLayoutRequest = AnyLayoutRequest> {
  request: Request;
  layout: LayoutState;
  page: LayoutPage;
  unit: Unit;
  /** Making the files, and those that were made. */
  making: ReactNode;
  /** How many sheets somebody would give; null: as many as there are. */
  on: number | null;
  onOn: (sheets: number) => void;
  /** Whether it is shown as large as on paper. */
  truly: boolean;
  onTruly: (on: boolean) => void;
  /** The frame or piece that is worked on, by its number. */
  picked: number | null;
  onPick: (number: number | null) => void;
  /** The opening that is looked at, or the sheet, by its number; null: none of them. */
  looked: number | null;
  onLook: (number: number | null) => void;
}

export type OfTiles = LayoutPanelProps<TilesRequest>;
export type OfId = LayoutPanelProps<IdRequest>;
export type OfLife = LayoutPanelProps<LifeRequest>;
export type OfPanels = LayoutPanelProps<PanelsRequest>;
export type OfHang = LayoutPanelProps<HangRequest>;
export type OfGang = LayoutPanelProps<GangRequest>;
export type OfStrip = LayoutPanelProps<StripRequest>;
export type OfBook = LayoutPanelProps<BookRequest>;

/** The fields of a way of tiles: of tiles themselves, or of a life size that is tiled; and their path. */
export function wayOf(
  request: AnyLayoutRequest,
): { way: NonNullable<LifeRequest["tiles"]>; path: string } | null {
  if (request.kind === "tiles") return { way: request, path: "" };
  if (request.kind === "life" && request.tiles) return { way: request.tiles, path: "tiles." };
  return null;
}
