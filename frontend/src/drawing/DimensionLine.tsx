type Point = readonly [number, number];

/** Roughly how wide a figure comes out, with a little room around it, screen px. */
export function dimensionWidth(text: string): number {
  return text.length * 7 + 10;
}

/** A dimension line with its end strokes and its figure, horizontal or vertical, screen px. */
export function DimensionLine(props: {
  from: Point;
  to: Point;
  text: string;
  quiet?: boolean;
  /** What the legend says of it. */
  about?: string;
}) {
  const { from, to, text } = props;
  const flat = from[1] === to[1];
  const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
  const end = ([x, y]: Point) =>
    flat ? { x1: x, x2: x, y1: y - 6, y2: y + 6 } : { x1: x - 6, x2: x + 6, y1: y, y2: y };
  const width = dimensionWidth(text);
  return (
    <g stroke="var(--desk-ink)" strokeWidth={1} opacity={props.quiet ? 0.85 : 1}>
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />
      <line {...end(from)} />
      <line {...end(to)} />
      {text && (
        <rect
          x={middle[0] - width / 2}
          y={middle[1] - 10}
          width={width}
          height={20}
          fill="var(--desk)"
          stroke="none"
        />
      )}
      <text
        className="figure"
        data-legend={props.about}
        x={middle[0]}
        y={middle[1] + 5}
        textAnchor="middle"
        fontSize={15.5}
        fontWeight={600}
        fill="var(--desk-ink)"
        stroke="none"
      >
        {text}
      </text>
    </g>
  );
}
