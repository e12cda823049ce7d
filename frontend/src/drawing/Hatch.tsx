/** A line of a hatch: `width` across it, in units of the drawing. */
interface HatchLine {
  width: number;
  colour: string;
  opacity: number;
}

/**
 * A hatch to fill with, by `url(#id)`: lines that climb to the right, one every `tile` units along both
 * axes.
 *
 * The tile stands upright and is repeated as it is: one that is turned itself is reckoned anew for every
 * dot, which took as long as all else of the drawing while a hand moves the picture under it.
 */
export function Hatch({ id, tile, lines }: { id: string; tile: number; lines: HatchLine[] }) {
  const over = tile / 4;
  // The lines of the neighbours reach into the corners.
  const path = [
    `M${-over} ${tile + over}L${tile + over} ${-over}`,
    `M${-over} ${over}L${over} ${-over}`,
    `M${tile - over} ${tile + over}L${tile + over} ${tile - over}`,
  ].join("");
  return (
    <pattern id={id} width={tile} height={tile} patternUnits="userSpaceOnUse">
      {lines.map(({ width, colour, opacity }) => (
        <path key={colour} d={path} stroke={colour} strokeWidth={width} opacity={opacity} />
      ))}
    </pattern>
  );
}

/** What a crop throws away, on a drawing that is worked on. */
export const CUT_AWAY = [{ width: 0.8, colour: "var(--sheet-line)", opacity: 0.55 }];
