import { useId } from "react";
import type { BoxMm, DrawnPiece } from "../../api/types";
import { ProofImage } from "../../drawing/ProofImage";
import { turnedImage } from "../../drawing/turnedImage";

/** A picture as it is printed: the part of it that its box shows. */
export function Pictured(props: {
  piece: DrawnPiece;
  picture: string | undefined;
  /** In small, its small preview is enough. */
  small?: boolean;
}) {
  const { piece, picture } = props;
  const clip = useId();
  const [x, y, w, h] = piece.printed;
  return (
    <g clipPath={`url(#${clip})`}>
      <clipPath id={clip}>
        <rect x={x} y={y} width={w} height={h} />
      </clipPath>
      <rect x={x} y={y} width={w} height={h} fill="#8b9893" />
      {picture && (
        <ProofImage
          href={`/api/pictures/${picture}/${props.small ? "small" : "bench"}.jpg`}
          {...turnedImage(piece.picture, piece.turn, piece.angle)}
        />
      )}
    </g>
  );
}

export const rect = ([x, y, width, height]: BoxMm) => ({ x, y, width, height });
