import type { TrialPlot as Plot } from "../api/types";
import { typeset } from "../shell/typeset";

const WIDTH = 860;
const HEIGHT = 400;
const ROOM = { left: 66, right: 30, top: 34, bottom: 58 };
const TICKS = [50, 72, 100, 150, 200, 240, 300, 360, 480, 720, 1000];
const SHARES = [
  [1, "all"],
  [0.75, "¾"],
  [0.5, "½"],
] as const;

/** A trial in the plot; the first is the one that is looked at. */
export interface Series {
  name: string;
  plot: Plot;
}

/** Who told the coarser patch from the finest, by its ppi: answers as points, the curve, and how sure it is. */
export function TrialPlot({ series, reference }: { series: Series[]; reference: string }) {
  const [first] = series;
  if (!first) return null;
  const least = Math.min(...series.map(({ plot }) => plot.least));
  const most = Math.max(...series.map(({ plot }) => plot.most));
  const x = (ppi: number) =>
    ROOM.left + (Math.log(ppi / least) / Math.log(most / least)) * (WIDTH - ROOM.left - ROOM.right);
  const y = (share: number) =>
    ROOM.top + ((1 - Math.min(1, Math.max(0.42, share))) / 0.6) * (HEIGHT - ROOM.top - ROOM.bottom);
  const base = HEIGHT - ROOM.bottom;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="trial-plot"
      role="img"
      aria-label="Plot of the answers; the table below says the same"
    >
      <text x={ROOM.left} y={18} className="trial-word">
        who told the coarser one from the finest
      </text>
      {SHARES.map(([share, word]) => (
        <g key={word}>
          <path d={`M${ROOM.left} ${y(share)}H${WIDTH - ROOM.right}`} className="trial-line" />
          <text x={ROOM.left - 12} y={y(share) + 5} textAnchor="end" className="trial-word">
            {word}
          </text>
        </g>
      ))}
      <path d={`M${ROOM.left} ${base}H${WIDTH - ROOM.right}`} className="trial-axis" />
      {TICKS.filter((ppi) => ppi >= least && ppi <= most).map((ppi) => (
        <g key={ppi}>
          <path d={`M${x(ppi)} ${base}v7`} className="trial-axis" />
          <text x={x(ppi)} y={base + 22} textAnchor="middle" className="trial-word">
            {ppi}
          </text>
        </g>
      ))}
      <text
        x={(ROOM.left + WIDTH - ROOM.right) / 2}
        y={HEIGHT - 6}
        textAnchor="middle"
        className="trial-word"
      >
        {typeset(`ppi of the coarser patch, against ${reference}`)}
      </text>
      {series.map((one, number) => (
        <Curve key={one.name} {...{ one, number, x, y, base }} named={series.length > 1} />
      ))}
    </svg>
  );
}

function Curve(props: {
  one: Series;
  number: number;
  named: boolean;
  x: (ppi: number) => number;
  y: (share: number) => number;
  base: number;
}) {
  const { one, number, named, x, y, base } = props;
  const { curve, points, threshold } = one.plot;
  const along = (of: "low" | "middle" | "high", from = curve) =>
    from.map((at) => `${x(at.ppi).toFixed(1)} ${y(at[of]).toFixed(1)}`).join("L");
  const [low, middle, high] = threshold;
  const largest = Math.max(...points.map(({ answers }) => answers), 1);
  const at = x(middle);
  return (
    <g className="trial-series" data-number={number}>
      <path d={`M${along("low")}L${along("high", curve.toReversed())}Z`} className="trial-band" />
      <path d={`M${along("middle")}`} className="trial-curve" />
      {points.map((point) => (
        <circle
          key={point.ppi}
          cx={x(point.ppi)}
          cy={y(point.share)}
          r={3 + 8 * Math.sqrt(point.answers / largest)}
          className="trial-point"
        />
      ))}
      <rect x={x(low)} y={base - 7} width={x(high) - x(low)} height={7} className="trial-interval" />
      <path d={`M${ROOM.left} ${y(0.75)}H${at}V${base}`} className="trial-threshold" />
      <text x={ROOM.left + 8} y={y(0.75) - 8 - 20 * number} className="trial-said">
        {typeset(
          `${named ? `${one.name}: ` : ""}${middle.toFixed(0)} ppi, between ${low.toFixed(0)} and ${high.toFixed(0)}`,
        )}
      </text>
    </g>
  );
}
