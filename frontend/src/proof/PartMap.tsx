import type { PointerEvent } from "react";
import type { DrawnPiece } from "../api/types";
import { turnedImage } from "../drawing/turnedImage";
import { useDrag } from "../drawing/useDrag";
import type { Place, Size, Whole } from "./place";

const ROOM = { width: 290, height: 168 };

/** The printed picture in small, and in it the part that is looked at: dragged, or put where one clicks. */
export function PartMap(props: {
  piece: DrawnPiece;
  picture: string;
  found: Whole | null;
  place: Place;
  pane: Size;
  dense: number;
  onPlace: (place: Place) => void;
}) {
  const { piece, found, place, pane, dense } = props;
  const [x, y, w, h] = piece.printed;
  const scale = Math.min(ROOM.width / w, ROOM.height / h);
  const [width, height] = [w * scale, h * scale];
  const at = (event: PointerEvent): Place => {
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  };
  const drag = useDrag<Place>({
    begin: (event) => {
      const before = place;
      props.onPlace(at(event));
      return before;
    },
    move: (_, event) => props.onPlace(at(event)),
    end: () => undefined,
    cancel: props.onPlace,
  });
  const side = (px: number, whole: number, room: number) =>
    Math.max(8, Math.min(room, (px * dense * room) / whole));
  const frame = found && {
    width: side(pane.width, found.printed_width, width),
    height: side(pane.height, found.printed_height, height),
  };
  return (
    <svg
      className="proof-map"
      width={width}
      height={height}
      viewBox={`${x} ${y} ${w} ${h}`}
      aria-hidden
      {...drag()}
    >
      <image
        href={props.picture}
        preserveAspectRatio="none"
        {...turnedImage(piece.picture, piece.turn, piece.angle)}
      />
      {frame && (
        <g fill="none" transform={`translate(${x} ${y}) scale(${1 / scale})`}>
          {(["#ffffff", "#1b2423"] as const).map((ink, index) => (
            <rect
              key={ink}
              x={place.x * width - frame.width / 2}
              y={place.y * height - frame.height / 2}
              width={frame.width}
              height={frame.height}
              stroke={ink}
              strokeWidth={index ? 1.5 : 4}
            />
          ))}
        </g>
      )}
    </svg>
  );
}
