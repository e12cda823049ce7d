import { useId } from "react";
import type { BoxMm, PanelsRequest } from "../../api/types";
import { Rim } from "../../drawing/Rim";

/** The file of one frame as it is before it goes round its bars: its face, and what its sides show. */
export function OpenedFlat(props: {
  request: PanelsRequest;
  /** The id of the picture on its spread. */
  symbol: string;
  /** What the face shows of the spread, mm, and how far the file reaches beyond it. */
  shows: BoxMm;
  around: number;
  /** Where the face is on the screen. */
  face: readonly [number, number, number, number];
}) {
  const own = useId();
  const { shows, around, face } = props;
  const { wrap } = props.request;
  if (!wrap) return null;
  const scale = face[2] / shows[2];
  const grown: BoxMm = [shows[0] - around, shows[1] - around, shows[2] + 2 * around, shows[3] + 2 * around];
  return (
    <g pointerEvents="none" data-testid="opened-flat">
      <svg
        x={face[0] - around * scale}
        y={face[1] - around * scale}
        width={face[2] + 2 * around * scale}
        height={face[3] + 2 * around * scale}
        viewBox={grown.join(" ")}
        preserveAspectRatio="none"
      >
        {wrap.fill === "picture" ? (
          <use href={`#${props.symbol}`} />
        ) : (
          <>
            <g id={`${own}-face`}>
              <svg
                x={shows[0]}
                y={shows[1]}
                width={shows[2]}
                height={shows[3]}
                viewBox={shows.join(" ")}
                preserveAspectRatio="none"
              >
                <use href={`#${props.symbol}`} />
              </svg>
            </g>
            <Rim
              rim={{
                fill: wrap.fill, colour: wrap.colour, softness: wrap.softness, image: shows, content: grown,
              }} // oxfmt-ignore
              image={shows}
              content={grown}
              of={`${own}-face`}
            />
          </>
        )}
      </svg>
      <rect
        x={face[0] - around * scale}
        y={face[1] - around * scale}
        width={face[2] + 2 * around * scale}
        height={face[3] + 2 * around * scale}
        className="wall-edge"
      />
      <rect x={face[0]} y={face[1]} width={face[2]} height={face[3]} className="seam-zone" />
      <rect x={face[0]} y={face[1]} width={face[2]} height={face[3]} className="seam-zone-inner" />
    </g>
  );
}
