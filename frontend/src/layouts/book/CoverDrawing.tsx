import type { BookDrawn, LayoutState } from "../../api/types";
import { Pictured, rect, Words } from "./Pictured";

const AROUND = 36;

/** The cover's sheet to scale: back, spine and front, and what is turned in or cut off. */
export function CoverDrawing(props: {
  cover: BookDrawn["cover"];
  layout: LayoutState;
  width: number;
  height: number;
}) {
  const { cover } = props;
  const scale = Math.max(
    0.05,
    Math.min((props.width - 2 * AROUND) / cover.width, (props.height - 2 * AROUND - 20) / cover.height),
  );
  const thin = 1 / scale;
  const [sx, sy, sw, sh] = cover.spine;
  return (
    <figure className="book-opening">
      <svg
        width={cover.width * scale}
        height={cover.height * scale}
        viewBox={`0 0 ${cover.width} ${cover.height}`}
        className="book-paper"
        role="img"
        aria-label="The cover: back, spine and front"
        data-testid="cover"
      >
        <rect width={cover.width} height={cover.height} fill="#fffefb" />
        {cover.piece && (
          <Pictured piece={cover.piece} picture={props.layout.pictures[cover.plan ?? -1]?.id} />
        )}
        {cover.labels.map((label, index) => (
          <Words key={index} label={label} />
        ))}
        {cover.spine_words && <Words label={cover.spine_words} turned />}
        <rect
          {...rect(cover.trim)}
          className="book-trim"
          strokeWidth={thin}
          strokeDasharray={`${5 * thin} ${3 * thin}`}
        />
        {sw > 0 && (
          <path d={`M${sx} ${sy}v${sh}M${sx + sw} ${sy}v${sh}`} className="book-spine" strokeWidth={thin} />
        )}
        {cover.strokes.map((stroke, index) => (
          <line
            key={index}
            x1={stroke.start[0]}
            y1={stroke.start[1]}
            x2={stroke.end[0]}
            y2={stroke.end[1]}
            stroke={stroke.colour}
            strokeWidth={Math.max(stroke.width, 0.8 * thin)}
          />
        ))}
      </svg>
    </figure>
  );
}
