import type { AnyWish, IdWish, LayoutPage, LayoutState, LifeWish, TilesWish, Unit } from "../../api/types";

/** What every worksheet of a layout is given. */
export interface LayoutSheetProps<Wish extends AnyWish = AnyWish> {
  wish: Wish;
  layout: LayoutState;
  page: LayoutPage;
  unit: Unit;
}

export type OfTiles = LayoutSheetProps<TilesWish>;
export type OfId = LayoutSheetProps<IdWish>;
export type OfLife = LayoutSheetProps<LifeWish>;

/** The fields of a way of tiles: of tiles themselves, or of a life size that is tiled; and their path. */
export function wayOf(wish: AnyWish): { way: NonNullable<LifeWish["tiles"]>; path: string } | null {
  if (wish.kind === "tiles") return { way: wish, path: "" };
  if (wish.kind === "life" && wish.tiles) return { way: wish.tiles, path: "tiles." };
  return null;
}
