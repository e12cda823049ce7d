import { useId } from "react";
import type { BoxMm, DrawnLabel, DrawnPiece } from "../../api/types";
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
        <image
          href={`/api/pictures/${picture}/${props.small ? "small" : "bench"}.jpg`}
          preserveAspectRatio="none"
          {...turnedImage(piece.picture, piece.turn, piece.angle)}
        />
      )}
    </g>
  );
}

const FAMILY = { text: "var(--font-body, Barlow)", condensed: "var(--font-figure)" };

/** Words as they are printed; `turned` they read downwards. */
export function Words({ label, turned }: { label: DrawnLabel; turned?: boolean }) {
  const [x, y] = label.at;
  return (
    <text
      x={x}
      y={y}
      fontSize={label.height / 0.7}
      fontFamily={FAMILY[label.font]}
      textLength={label.width || undefined}
      lengthAdjust="spacingAndGlyphs"
      fill={label.colour}
      transform={turned ? `rotate(90 ${x} ${y})` : undefined}
    >
      {label.text}
    </text>
  );
}

export const rect = ([x, y, width, height]: BoxMm) => ({ x, y, width, height });
