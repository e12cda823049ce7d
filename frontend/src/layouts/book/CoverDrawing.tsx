import type { BookDrawn, LayoutState } from "../../api/types";
import { SheetInk } from "../../drawing/SheetInk";
import { Pictured, rect } from "./Pictured";

const AROUND = 36;

/** The cover's sheet to scale: back, spine and front, and what is turned in or cut off. */
export function CoverDrawing(props: {
  cover: BookDrawn["cover"];
  layout: LayoutState;
  width: number;
  height: number;
}) {
  const { cover } = props;
  const { drawing } = cover;
  const [, , width, height] = drawing.boxes.document;
  const scale = Math.max(
    0.05,
    Math.min((props.width - 2 * AROUND) / width, (props.height - 2 * AROUND - 20) / height),
  );
  const thin = 1 / scale;
  const [sx, sy, sw, sh] = cover.spine;
  return (
    <figure className="book-opening">
      <svg
        width={width * scale}
        height={height * scale}
        viewBox={`0 0 ${width} ${height}`}
        className="book-paper"
        role="img"
        aria-label="The cover: back, spine and front"
        data-testid="cover"
      >
        <rect width={width} height={height} fill="#fffefb" />
        {drawing.pieces.map((piece, index) => (
          <Pictured key={index} piece={piece} picture={props.layout.pictures[cover.plan ?? -1]?.id} />
        ))}
        <SheetInk strokes={[]} labels={drawing.labels} least={thin} />
        <rect
          {...rect(cover.trim)}
          className="book-trim"
          strokeWidth={thin}
          strokeDasharray={`${5 * thin} ${3 * thin}`}
        />
        {sw > 0 && (
          <path d={`M${sx} ${sy}v${sh}M${sx + sw} ${sy}v${sh}`} className="book-spine" strokeWidth={thin} />
        )}
        <SheetInk strokes={drawing.strokes} labels={[]} least={0.8 * thin} />
      </svg>
    </figure>
  );
}
