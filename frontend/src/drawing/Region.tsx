import { useId } from "react";
import type { BoxMm, Drawing } from "../api/types";
import { Rim } from "./Rim";
import { turnedImage } from "./turnedImage";

/** A part of a printed sheet by itself, drawn to fill `width` × `height` px: a side of a canvas, a panel. */
export function Region(props: {
  drawing: Drawing;
  proof: string;
  box: BoxMm;
  width: number;
  height: number;
}) {
  const { drawing, box } = props;
  const id = useId();
  const [piece] = drawing.pieces;
  if (!piece) return null;
  const [x, y, w, h] = piece.printed;
  return (
    <svg
      width={props.width}
      height={props.height}
      viewBox={box.join(" ")}
      preserveAspectRatio="none"
      aria-hidden
      className="block"
    >
      {drawing.grounds.map(({ box: [gx, gy, gw, gh], colour }) => (
        <rect key={`${gx} ${gy} ${gw}`} x={gx} y={gy} width={gw} height={gh} fill={colour} />
      ))}
      <clipPath id={`${id}-window`}>
        <rect x={x} y={y} width={w} height={h} />
      </clipPath>
      <g id={id} clipPath={`url(#${id}-window)`}>
        <image
          href={props.proof}
          preserveAspectRatio="none"
          {...turnedImage(piece.picture, piece.turn, piece.angle)}
        />
      </g>
      {piece.rim && <Rim rim={piece.rim} image={piece.rim.image} content={piece.rim.content} of={id} />}
    </svg>
  );
}
