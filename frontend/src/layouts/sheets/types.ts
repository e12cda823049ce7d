import type { ReactNode } from "react";
import type {
  AnyWish, GangWish, HangWish, IdWish, LayoutPage, LayoutState, LifeWish, PanelsWish, TilesWish, Unit,
} from "../../api/types"; // oxfmt-ignore

/** What every worksheet of a layout is given. */
export interface LayoutSheetProps<Wish extends AnyWish = AnyWish> {
  wish: Wish;
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
}

export type OfTiles = LayoutSheetProps<TilesWish>;
export type OfId = LayoutSheetProps<IdWish>;
export type OfLife = LayoutSheetProps<LifeWish>;
export type OfPanels = LayoutSheetProps<PanelsWish>;
export type OfHang = LayoutSheetProps<HangWish>;
export type OfGang = LayoutSheetProps<GangWish>;

/** The fields of a way of tiles: of tiles themselves, or of a life size that is tiled; and their path. */
export function wayOf(wish: AnyWish): { way: NonNullable<LifeWish["tiles"]>; path: string } | null {
  if (wish.kind === "tiles") return { way: wish, path: "" };
  if (wish.kind === "life" && wish.tiles) return { way: wish.tiles, path: "tiles." };
  return null;
}
