import { DimensionLine } from "../drawing/DimensionLine";
import { CUT_AWAY, Hatch } from "../drawing/Hatch";
import { typeset } from "../shell/typeset";

/** Pixels for an inch in the drawing below. */
const INCH = 26;
const [LEFT, TOP] = [90, 58];
const SHEET = [24 * INCH, 16 * INCH] as const;
const EDGE = 2 * INCH;
const IMAGE = { x: LEFT + EDGE, y: TOP + EDGE, width: 20 * INCH, height: 12 * INCH };
/** What the crop to 20 × 12 takes of a 3 : 2 picture, above and below. */
const LOST = ((20 / 1.5 - 12) / 2) * INCH;

/** The worked example, drawn to scale: 24 × 16 in with two inches of white, and what is cropped. */
export function FirstDrawing() {
  const [right, bottom] = [LEFT + SHEET[0], TOP + SHEET[1]];
  const horizon = IMAGE.y + IMAGE.height * 0.6;
  const across = IMAGE.x + IMAGE.width;
  return (
    <svg
      viewBox={`0 0 ${right + 96} ${bottom + 62}`}
      className="h-full w-full"
      role="img"
      aria-label="A print drawn to scale: a sheet of 24 × 16 inches, two inches of white around the picture"
    >
      <defs>
        <linearGradient id="door-sky" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#7f99a8" />
          <stop offset="0.55" stopColor="#e5cfae" />
          <stop offset="1" stopColor="#efe3cf" />
        </linearGradient>
        <linearGradient id="door-pans" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#d9d2c0" />
          <stop offset="1" stopColor="#5f7f86" />
        </linearGradient>
        <radialGradient id="door-lamp">
          <stop offset="0" stopColor="#fff3cf" stopOpacity="0.95" />
          <stop offset="1" stopColor="#fff3cf" stopOpacity="0" />
        </radialGradient>
        <Hatch id="door-hatch" tile={13} lines={CUT_AWAY} />
        <clipPath id="door-window">
          <rect {...IMAGE} />
        </clipPath>
      </defs>
      <rect
        x={LEFT}
        y={TOP}
        width={SHEET[0]}
        height={SHEET[1]}
        fill="#ffffff"
        stroke="var(--sheet-line)"
        strokeWidth="1.5"
      />
      <rect
        x={IMAGE.x}
        y={IMAGE.y - LOST}
        width={IMAGE.width}
        height={IMAGE.height + 2 * LOST}
        fill="url(#door-hatch)"
        stroke="var(--sheet-line)"
        strokeWidth="0.75"
        strokeDasharray="2 3"
      />
      <g clipPath="url(#door-window)">
        <rect {...IMAGE} fill="url(#door-sky)" />
        <rect x={IMAGE.x} y={horizon} width={IMAGE.width} height={across} fill="url(#door-pans)" />
        {[0, 0.14, 0.34, 0.62].map((share) => (
          <line
            key={share}
            x1={IMAGE.x}
            x2={across}
            y1={horizon + share * IMAGE.height * 0.4}
            y2={horizon + share * IMAGE.height * 0.4}
            stroke="#f3ead8"
            strokeWidth="2"
            opacity="0.75"
          />
        ))}
        {[-0.5, -0.2, 0.1, 0.4, 0.7, 1, 1.3].map((share) => (
          <line
            key={share}
            x1={IMAGE.x + IMAGE.width * (0.35 + share * 0.28)}
            y1={horizon}
            x2={IMAGE.x + IMAGE.width * share}
            y2={IMAGE.y + IMAGE.height}
            stroke="#f3ead8"
            strokeWidth="2"
            opacity="0.6"
          />
        ))}
        <circle cx={IMAGE.x + 96} cy={horizon - 124} r="86" fill="url(#door-lamp)" />
        <path d={`M${IMAGE.x + 84} ${horizon + 14} l5 -130 h14 l5 130z`} fill="#f7f1e6" />
        <rect x={IMAGE.x + 86} y={horizon - 132} width="20" height="16" fill="#ffe9a8" />
        <path d={`M${IMAGE.x + 83} ${horizon - 132} l13 -16 l13 16z`} fill="#6b5a4e" />
        <rect x={IMAGE.x} y={horizon - 34} width={IMAGE.width} height="58" fill="#f4ecdd" opacity="0.45" />
      </g>
      <DimensionLine from={[LEFT, TOP - 28]} to={[right, TOP - 28]} text={typeset("24 in")} />
      <DimensionLine from={[LEFT - 40, TOP]} to={[LEFT - 40, bottom]} text={typeset("16 in")} />
      <DimensionLine from={[IMAGE.x, bottom + 30]} to={[across, bottom + 30]} text={typeset("20 in")} quiet />
      <DimensionLine
        from={[right + 40, IMAGE.y]}
        to={[right + 40, IMAGE.y + IMAGE.height]}
        text={typeset("12 in")}
        quiet
      />
    </svg>
  );
}
