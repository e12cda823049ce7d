import type { Canvas, CanvasReport, Unit } from "../api/types";
import { DimensionLine } from "../drawing/DimensionLine";
import { useSize } from "../drawing/useSize";
import { asTyped } from "../drawing/typedLength";
import { typeset } from "../shell/typeset";
import "./sizes.css";

const AROUND = 70;

/** The canvas to scale: trim, safe edge, folds, its products; and beside it the largest that the limit holds. */
export function CanvasDrawing(props: { canvas: Canvas; report: CanvasReport; unit: Unit }) {
  const { canvas, report, unit } = props;
  const { element, width, height } = useSize<HTMLDivElement>();
  const figure = (id: string) => report.figures.find((one) => one.id === id);
  const ppi = Number(figure("canvas_ppi")?.value ?? 1);
  const [, , w, h] = report.whole;
  // The side that the limit holds, as long as it would be at this ppi.
  const most = canvas.limit ? (canvas.limit.most_px / ppi) * 25.4 : null;
  const shown = most === null ? Math.max(w, h) : Math.max(w, h, Math.min(most, 2.4 * Math.max(w, h)));
  const scale = Math.max(
    0.001,
    Math.min(
      (width - 2 * AROUND) / (most === null ? w : shown),
      (height - 2 * AROUND - 60) / (most === null ? h : shown),
    ),
  );
  const [x, y] = [(width - w * scale) / 2, (height - 60 - h * scale) / 2];
  const at = ([bx, by, bw, bh]: readonly number[]) => ({
    x: x + (bx ?? 0) * scale,
    y: y + (by ?? 0) * scale,
    width: (bw ?? 0) * scale,
    height: (bh ?? 0) * scale,
  });
  const layers = figure("layers_most");
  return (
    <div ref={element} className="absolute inset-0" data-testid="new-canvas">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`The canvas: ${figure("canvas_width_px")?.text} wide`}
        >
          {most !== null && (
            <g>
              <rect
                x={width / 2 - (most * scale) / 2}
                y={(height - 60) / 2 - (most * scale) / 2}
                width={most * scale}
                height={most * scale}
                className="canvas-limit"
              />
              <text
                x={Math.max(14, width / 2 - (most * scale) / 2 + 8)}
                y={Math.max(20, (height - 60) / 2 - (most * scale) / 2 + 20)}
                className="figure canvas-word"
              >
                {typeset(`${canvas.limit?.name || "the limit"}: ${canvas.limit?.most_px} px a side`)}
              </text>
            </g>
          )}
          <rect {...at(report.whole)} className="canvas-paper" />
          {report.products.slice(1).map((one) => (
            <g key={one.name}>
              <rect {...at(one.box)} className="canvas-product" />
              <text x={at(one.box).x + 8} y={at(one.box).y + 20} className="figure canvas-word">
                {typeset(`${one.name} keeps ${one.keeps}`)}
              </text>
            </g>
          ))}
          <rect {...at(report.trim)} className="canvas-trim" />
          <rect {...at(report.safe)} className="canvas-safe" />
          {report.folds.map((fold) => (
            <line
              key={fold}
              x1={x + fold * scale}
              x2={x + fold * scale}
              y1={y}
              y2={y + h * scale}
              className="canvas-fold"
            />
          ))}
          <DimensionLine
            from={[x, y - 22]}
            to={[x + w * scale, y - 22]}
            text={figure("canvas_width_px")?.text ?? ""}
          />
          <DimensionLine
            from={[x - 26, y]}
            to={[x - 26, y + h * scale]}
            text={figure("canvas_height_px")?.text ?? ""}
          />
        </svg>
      )}
      <p className="canvas-told figure">
        {typeset(figure("canvas_ppi")?.text ?? "")}
        {" · "}
        {typeset(`at least ${figure("least_ppi")?.text ?? ""}`)}
        {" · "}
        {typeset(`a layer ${figure("layer_bytes")?.text ?? ""}`)}
        {layers && ` · ${layers.text} layers fit, ${canvas.layers} wanted`}
        {" · "}
        {typeset(`${asTyped(w, unit)} × ${asTyped(h, unit)} with bleed`)}
      </p>
    </div>
  );
}
