import { useId } from "react";
import type { BoxMm, Drawing, DrawnPiece } from "../api/types";
import { ProofImage } from "../drawing/ProofImage";
import { Rim } from "../drawing/Rim";
import { turnedImage } from "../drawing/turnedImage";

/** A print as it would be alone, in mm, to be used wherever a part of it is shown. It is drawn once. */
export function PrintSymbol({ id, drawing, proof }: { id: string; drawing: Drawing; proof: string }) {
  const own = useId();
  const { boxes, pieces } = drawing;
  return (
    <g id={id}>
      <Filled of={boxes.document} fill="#fff" />
      {pieces.map((piece, index) => (
        <g key={index}>
          <g id={`${own}-${index}`}>
            <Picture piece={piece} proof={proof} />
          </g>
          {piece.rim && (
            <Rim rim={piece.rim} image={piece.rim.image} content={piece.rim.content} of={`${own}-${index}`} />
          )}
        </g>
      ))}
    </g>
  );
}

function Picture({ piece, proof }: { piece: DrawnPiece; proof: string }) {
  const clip = useId();
  return (
    <g clipPath={`url(#${clip})`}>
      <clipPath id={clip}>
        <Filled of={piece.printed} />
      </clipPath>
      <Filled of={piece.printed} fill="#8b9893" />
      <ProofImage href={proof} {...turnedImage(piece.picture, piece.turn, piece.angle)} />
    </g>
  );
}

function Filled({ of, fill }: { of: BoxMm; fill?: string }) {
  return <rect x={of[0]} y={of[1]} width={of[2]} height={of[3]} {...(fill ? { fill } : {})} />;
}

/** A part (mm) of a print, laid into a box of the screen. */
export function PartOfPrint(props: {
  symbol: string;
  part: BoxMm;
  box: BoxMm;
  turn?: number;
  grey?: boolean;
  light?: number;
}) {
  const { part, box, turn = 0 } = props;
  const onSide = turn === 90 || turn === 270;
  const [w, h] = onSide ? [box[3], box[2]] : [box[2], box[3]];
  const [cx, cy] = [box[0] + box[2] / 2, box[1] + box[3] / 2];
  return (
    <g
      transform={turn ? `rotate(${turn} ${cx} ${cy})` : undefined}
      opacity={1 - (props.light ?? 0)}
      style={props.grey ? { filter: "grayscale(1)" } : undefined}
    >
      <svg
        x={cx - w / 2}
        y={cy - h / 2}
        width={w}
        height={h}
        viewBox={part.join(" ")}
        preserveAspectRatio="none"
      >
        <use href={`#${props.symbol}`} />
      </svg>
    </g>
  );
}
