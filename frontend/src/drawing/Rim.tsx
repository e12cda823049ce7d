import { useId } from "react";
import type { BoxMm, Drawing } from "../api/types";
import { corners, ring } from "./outlines";

export type DrawnRim = NonNullable<Drawing["pieces"][number]["rim"]>;

/** So many times a picture's outermost line is drawn out: about a pixel of a proof. */
const THIN = 1 / 400;
/** The blur grows outwards in so many steps. */
const STEPS = 4;
/** How wide the softest blur is, as a share of the side's depth; as the core's renderer has it. */
const SOFTEST = 0.4;
const SIDES = [-1, 0, 1].flatMap((across) => [-1, 0, 1].map((down) => [across, down] as const));

/**
 * What lies around the image box, made of `of` (the id of a group that shows the image box): mirrored
 * outwards, more and more softly, drawn out, or a colour. `image` and `content` in px.
 */
export function Rim(props: { rim: DrawnRim; image: BoxMm; content: BoxMm; of: string }) {
  const { rim, image, content } = props;
  const id = useId();
  const outline = ring(corners(content), corners(image));
  if (rim.fill === "picture") return null;
  if (rim.fill === "colour")
    return <path d={outline} fillRule="evenodd" fill={rim.colour} data-rim={rim.fill} />;
  const around = (thin: number) =>
    SIDES.filter(([across, down]) => across || down).map(([across, down]) => (
      <use
        key={`${across} ${down}`}
        href={`#${props.of}`}
        transform={`${folded(image[0], image[2], across, thin, "x")} ${folded(image[1], image[3], down, thin, "y")}`}
      />
    ));
  const flips = around(rim.fill === "stretch" ? THIN : 1);
  const deepest = deepestOf(image, content);
  const soft = rim.fill === "soft-mirror" ? rim.softness : 0;
  return (
    <g data-rim={rim.fill}>
      <clipPath id={id}>
        <path d={outline} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        {/* Between two flips a screen leaves a hair's breadth open: the rim drawn out lies under it. */}
        {rim.fill !== "stretch" && around(THIN)}
        {flips}
      </g>
      {soft > 0 && (
        <>
          <filter id={`${id}-soft`} x="-20%" y="-20%" width="140%" height="140%">
            <feGaussianBlur stdDeviation={deepest * SOFTEST * soft} />
          </filter>
          {Array.from({ length: STEPS }, (_, step) => (
            <g key={step} clipPath={`url(#${id}-${step})`} opacity={(step + 0.5) / STEPS}>
              <clipPath id={`${id}-${step}`}>
                <path
                  d={ring(corners(content), corners(grown(image, (deepest * step) / STEPS)))}
                  clipRule="evenodd"
                />
              </clipPath>
              {/* Each step lies over the one before, so it adds no more than is missing. */}
              <g filter={`url(#${id}-soft)`}>
                <use href={`#${props.of}`} />
                {flips}
              </g>
            </g>
          ))}
        </>
      )}
    </g>
  );
}

/** The transform that folds the image box over one of its sides; `thin` of it is drawn out to a whole side. */
function folded(from: number, size: number, side: number, thin: number, axis: "x" | "y"): string {
  const line = side < 0 ? from : from + size;
  const [by, move] = side ? [-1 / thin, line * (1 + 1 / thin)] : [1, 0];
  return axis === "x" ? `translate(${move} 0) scale(${by} 1)` : `translate(0 ${move}) scale(1 ${by})`;
}

function deepestOf([x, y, w, h]: BoxMm, outer: BoxMm): number {
  return Math.max(x - outer[0], y - outer[1], outer[0] + outer[2] - x - w, outer[1] + outer[3] - y - h);
}

const grown = ([x, y, w, h]: BoxMm, by: number): BoxMm => [x - by, y - by, w + 2 * by, h + 2 * by];
