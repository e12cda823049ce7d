import type { Look } from "../api/types";
import { cornerIn, type Place, type Size, type Whole } from "../proof/place";

/** A picture to be looked at: its sides in px, and how its tiles are cut. */
export interface Tiled {
  id: string;
  width: number;
  height: number;
  look: Look;
}

/** What lies where while a px of the picture takes `scale` px of the device. */
export const wholeAt = ({ width, height }: Tiled, scale: number): Whole => ({
  x: 0,
  y: 0,
  printed_width: width * scale,
  printed_height: height * scale,
});

/** The level that holds at least as many px as are shown at a scale, and how many of the picture's one of its px is. */
export function levelFor(top: number, scale: number): { level: number; times: number } {
  const down = Math.max(0, Math.min(top, Math.floor(Math.log2(1 / scale) + 1e-9)));
  return { level: top - down, times: 2 ** down };
}

/** Columns or rows of tiles that are seen: `corner` is where the first begins, `tile` how large one is, px. */
export function seen(corner: number, room: number, tile: number, whole: number): number[] {
  const count = Math.ceil(whole / tile);
  const first = Math.max(0, Math.floor(-corner / tile));
  const last = Math.min(count - 1, Math.ceil((room - corner) / tile) - 1);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, at) => first + at);
}

/** The tiles that a pane shows of a place, each px of the picture `scale` px of the device. */
export function Tiles(props: {
  of: Tiled;
  pane: Size;
  place: Place;
  scale: number;
  dense: number;
  off?: Place;
}) {
  const { of, pane, scale, dense } = props;
  const { level, times } = levelFor(of.look.top, scale);
  const corner = cornerIn(pane, props.place, wholeAt(of, scale), dense);
  const zoom = (times * scale) / dense;
  const tile = of.look.tile * zoom;
  const columns = seen(corner.x, pane.width, tile, (of.width * scale) / dense);
  const rows = seen(corner.y, pane.height, tile, (of.height * scale) / dense);
  // Each reaches over its neighbours, so that no seam is seen between them.
  const begins = (at: number) => at * of.look.tile - (at > 0 ? of.look.overlap : 0);
  return (
    <div
      className="look-layer"
      data-sharp={scale >= 1 || undefined}
      style={{
        left: props.off?.x ?? 0,
        top: props.off?.y ?? 0,
        transform: `translate(${corner.x}px, ${corner.y}px) scale(${zoom})`,
      }}
    >
      {rows.flatMap((row) =>
        columns.map((column) => (
          <img
            key={`${level} ${column} ${row}`}
            src={`/api/pictures/${of.id}/tiles/${level}/${column}_${row}.jpg`}
            alt=""
            draggable={false}
            style={{ left: begins(column), top: begins(row) }}
          />
        )),
      )}
    </div>
  );
}
