import type { Seen } from "../../api/types";
import { typeset } from "../../shell/typeset";
import { shareOf } from "../railScale";

const [WIDTH, HEIGHT, LEFT, FOOT] = [300, 128, 4, 16] as const;
/** More steps than this are as clear as can be. */
const MOST_STEPS = 6;
const TICKS = [
  [100, "10 cm"],
  [300, "30"],
  [1000, "1 m"],
  [3000, "3"],
  [8000, "8 m"],
] as const;

const WORDS = { clear: "clear difference", slight: "slight", none: "no difference to be seen" };

const x = (mm: number) => LEFT + shareOf(mm) * (WIDTH - 2 * LEFT);
const y = (steps: number) => (1 - Math.min(steps, MOST_STEPS) / MOST_STEPS) * (HEIGHT - FOOT);

/** What the model says is seen of the print, over the distance: how far it falls short of the best. */
export function SeenPlot({ seen, at }: { seen: Seen; at: number }) {
  const line = seen.points.map((point) => `${x(point.at_mm).toFixed(1)},${y(point.steps).toFixed(1)}`);
  const zones = [
    ["clear", MOST_STEPS, seen.slight],
    ["slight", seen.slight, seen.unseen],
    ["none", seen.unseen, 0],
  ] as const;
  return (
    <figure className="seen-plot">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Seen from where: ${seen.text}`}>
        {zones.map(([zone, upper, lower]) => (
          <g key={zone}>
            <rect
              className="seen-zone"
              data-zone={zone}
              x={0}
              width={WIDTH}
              y={y(upper)}
              height={y(lower) - y(upper)}
            />
            {/* Where the line is not: near by it is high, from afar low. */}
            <text
              className="seen-word"
              x={zone === "clear" ? WIDTH - 6 : 6}
              y={(y(upper) + y(lower)) / 2 + 4}
              textAnchor={zone === "clear" ? "end" : "start"}
            >
              {WORDS[zone]}
            </text>
          </g>
        ))}
        <polyline className="seen-line" points={line.join(" ")} />
        <line className="seen-at" x1={x(at)} x2={x(at)} y1={0} y2={HEIGHT - FOOT} />
        <circle className="seen-dot" cx={x(at)} cy={y(seen.steps)} r={4} />
        {TICKS.map(([mm, label]) => (
          <text
            key={mm}
            className="figure seen-tick"
            x={x(mm)}
            y={HEIGHT - 3}
            textAnchor={mm === 100 ? "start" : mm === 8000 ? "end" : "middle"}
          >
            {typeset(label)}
          </text>
        ))}
      </svg>
      <figcaption>
        {typeset(seen.text)} <span className="soft">{typeset(seen.finest_text)}</span>
        <details>
          <summary className="soft min-h-6 cursor-pointer">A model: nobody was measured for it</summary>
          {seen.steps_text.map((step) => (
            <p key={step} className="soft">
              {typeset(step)}
            </p>
          ))}
        </details>
      </figcaption>
    </figure>
  );
}
