import type { Beside, BesideSide } from "../api/types";
import { held, type Place, type Size } from "../proof/place";
import { typeset } from "../shell/typeset";
import { Tiles, wholeAt, type Tiled } from "./Tiles";
import { useLook } from "./useLook";

/** Which of two prints is shown alone; null: both. */
export type Flipped = 0 | 1 | null;

/** Two prints at the same part, side by side, or one in the place of the other. */
export function BesidePanes(props: {
  beside: Beside;
  flipped: Flipped;
  place: Place;
  pane: Size;
  dense: number;
  off: Place;
}) {
  const { beside, flipped, pane, dense } = props;
  const half = Math.round((pane.width / 2) * dense) / dense;
  return (
    <>
      {beside.sides.map((side, index) => {
        if (flipped !== null && flipped !== index) return null;
        const width = flipped !== null ? pane.width : index ? pane.width - half : half;
        return (
          <div
            key={index}
            className="beside-pane"
            data-beside={index}
            style={{ left: flipped === null && index ? half : 0, width }}
          >
            <Side
              side={side}
              place={props.place}
              pane={{ width, height: pane.height }}
              dense={dense}
              off={props.off}
            />
            <p className="beside-name">
              <b dir="auto">{side.title || "untitled"}</b> <span>{typeset(side.text)}</span>
            </p>
          </div>
        );
      })}
    </>
  );
}

function Side(props: { side: BesideSide; place: Place; pane: Size; dense: number; off: Place }) {
  const { side, pane, dense } = props;
  const { picture, there } = side;
  const look = useLook(picture.id);
  if (!look.data?.ready)
    return <p className="absolute inset-0 grid place-items-center">The picture is made ready…</p>;
  const tiled: Tiled = {
    id: picture.id,
    width: picture.width_px,
    height: picture.height_px,
    look: look.data,
  };
  const place = held(props.place, pane, wholeAt(tiled, there.scale), dense);
  return (
    <div
      className="absolute inset-0"
      style={there.blur ? { filter: `blur(${there.blur / dense}px)` } : undefined}
    >
      <Tiles of={tiled} pane={pane} place={place} scale={there.scale} dense={dense} off={props.off} />
    </div>
  );
}
