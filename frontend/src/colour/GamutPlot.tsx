import { useReach } from "../profiles/useProfiles";

const SIDE = 100;

/** What a paper prints at a lightness, a* to the right and b* up; another paper, dashed, beside it. */
export function GamutPlot(props: {
  of: string;
  beside?: string | null;
  lightness: number;
  name: string;
  /** The outline of a picture's colours, in a* and b*. */
  picture?: readonly [number, number][];
  says?: string;
  /** A colour to be pointed at. */
  at?: { a: number; b: number; text: string } | null;
}) {
  const reach = useReach(props.of).data;
  const other = useReach(props.beside ?? null).data;
  const outline = (slices: typeof reach) => {
    const points = slices?.slices.find(([lightness]) => lightness === props.lightness)?.[1] ?? [];
    return points.map(([a, b]) => `${a},${-b}`).join(" ");
  };
  const shown = outline(reach);
  return (
    <figure>
      <svg
        viewBox={`${-SIDE} ${-SIDE} ${2 * SIDE} ${2 * SIDE}`}
        className="gamut-plot"
        role="img"
        aria-label={`Colours of ${props.name} at L* ${props.lightness}`}
      >
        <path d={`M${-SIDE} 0H${SIDE}M0 ${-SIDE}V${SIDE}`} className="gamut-axis" />
        {[25, 50, 75].map((r) => (
          <circle key={r} r={r} className="gamut-axis" />
        ))}
        {other && <polygon points={outline(other)} className="gamut-other" />}
        {shown && <polygon points={shown} className="gamut-paper" />}
        {props.picture && props.picture.length > 2 && (
          <polygon points={props.picture.map(([a, b]) => `${a},${-b}`).join(" ")} className="gamut-other" />
        )}
        {props.at && (
          <>
            <circle cx={props.at.a} cy={-props.at.b} r={2.6} className="gamut-at" />
            <text x={props.at.a + 5} y={-props.at.b + 9}>
              {props.at.text}
            </text>
          </>
        )}
        <text x={SIDE - 4} y={-5} textAnchor="end">
          a*
        </text>
        <text x={5} y={-SIDE + 12}>
          b*
        </text>
      </svg>
      <figcaption className="soft">
        {reach && !shown
          ? `At L* ${props.lightness} this paper prints nothing.`
          : props.says
            ? `At L* ${props.lightness}. ${props.says}`
            : `At L* ${props.lightness}: red to the right, yellow up, green to the left, blue down.`}
      </figcaption>
    </figure>
  );
}
