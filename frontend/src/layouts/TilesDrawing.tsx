import type { AnyLayoutRequest, BoxMm, LayoutPage, TilesDrawn } from "../api/types";
import { DimensionLine, dimensionWidth } from "../drawing/DimensionLine";
import { onScreen, type View } from "../drawing/placement";
import { useSize } from "../drawing/useSize";
import { typeset } from "../shell/typeset";
import { useDesignDrag } from "../designs/useDesignDrag";
import { useLayoutStore } from "./layoutStore";
import { PartOfPrint } from "./PrintSymbol";
import { asLength, movedBy, seamsOf, shifted, tileName } from "./seams";
import { wayOf } from "./stepPanels/types";

const MARGIN = { left: 84, top: 46, right: 22, bottom: 46 };
/** A seam is taken within so many px of its middle. */
const REACH = 13;
/** A tile has its number written on it from this size on, px. */
const NAMED = [44, 30] as const;

interface Taken {
  x: number;
  y: number;
  moved: TilesDrawn["moved"];
  axes: readonly ("x" | "y")[];
}

/** The whole with its seams: what the sheets show together, and where one lies over the next. */
export function TilesDrawing(props: {
  page: LayoutPage;
  tiles: TilesDrawn;
  request: AnyLayoutRequest;
  symbol: string;
}) {
  const { element, width, height } = useSize<HTMLDivElement>();
  return (
    <div ref={element} className="absolute inset-0 overflow-hidden" data-testid="whole">
      {width > 0 && <Whole {...props} width={width} height={height} />}
    </div>
  );
}

function viewOf(document: BoxMm, width: number, height: number): View {
  const wide = width - MARGIN.left - MARGIN.right;
  const high = height - MARGIN.top - MARGIN.bottom;
  const scale = Math.max(0.001, Math.min(wide / document[2], high / document[3]));
  return {
    scale,
    left: MARGIN.left + (wide - document[2] * scale) / 2,
    top: MARGIN.top + (high - document[3] * scale) / 2,
  };
}

function Whole(props: {
  page: LayoutPage;
  tiles: TilesDrawn;
  request: AnyLayoutRequest;
  symbol: string;
  width: number;
  height: number;
}) {
  const { page, tiles, request } = props;
  const change = useLayoutStore((store) => store.change);
  const settle = useLayoutStore((store) => store.settle);
  const drawing = page.prints[0];
  const document: BoxMm = drawing?.boxes.document ?? [0, 0, 1, 1];
  const view = viewOf(document, props.width, props.height);
  const whole = onScreen(document, view);
  const way = wayOf(request)?.way;
  const moved = (): TilesDrawn["moved"] => [
    movedBy(way?.shift_x ?? "", tiles.period[0]) ?? tiles.moved[0],
    movedBy(way?.shift_y ?? "", tiles.period[1]) ?? tiles.moved[1],
  ];
  const put = (
    axes: Taken["axes"],
    from: TilesDrawn["moved"],
    by: readonly [number, number],
    going: boolean,
  ) =>
    change(
      Object.fromEntries(
        axes.map((axis) => {
          const at = axis === "x" ? 0 : 1;
          const shift = shifted(from[at], by[at], tiles.period[at]);
          return [`${tiles.path}shift_${axis}`, asLength(shift)];
        }),
      ),
      going,
    );
  const drag = useDesignDrag(useLayoutStore, {
    begin: (event, axes: Taken["axes"]): Taken => ({
      x: event.clientX,
      y: event.clientY,
      moved: moved(),
      axes,
    }),
    move: (taken, event) =>
      put(
        taken.axes,
        taken.moved,
        [(event.clientX - taken.x) / view.scale, (event.clientY - taken.y) / view.scale],
        true,
      ),
  });
  const columns = seamsOf(tiles.columns);
  const rows = seamsOf(tiles.rows);
  // Where tiles are small their numbers would hide them; the sheets beside have them, and the overview.
  const roomy = tiles.period[0] * view.scale >= NAMED[0] && tiles.period[1] * view.scale >= NAMED[1];
  const names = (roomy ? tiles.rows : []).flatMap(([top], row) =>
    tiles.columns.map(([left], column) => ({ name: tileName(row, column), left, top })),
  );
  const piece = drawing?.pieces[0];
  const zones = request.plans[0]?.fit.keep ?? [];
  const onKey = (event: React.KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      event.key
    ] as [number, number] | undefined;
    if (!by) return;
    event.preventDefault();
    put([by[0] ? "x" : "y"], moved(), by, false);
    settle();
  };
  const across = onScreen([0, 0, document[2], 0], view);
  return (
    <svg width={props.width} height={props.height} className="touch-none">
      <PartOfPrint symbol={props.symbol} part={document} box={whole} />
      <rect
        x={whole[0]}
        y={whole[1]}
        width={whole[2]}
        height={whole[3]}
        fill="none"
        stroke="var(--sheet-line)"
        strokeWidth={1.5}
      />
      <DimensionLine
        from={[whole[0], MARGIN.top - 24 + (across[1] - MARGIN.top)]}
        to={[whole[0] + whole[2], MARGIN.top - 24 + (across[1] - MARGIN.top)]}
        text={typeset(page.sides[0])}
        about="figure:target_width"
      />
      <DimensionLine
        from={[whole[0] - 18 - dimensionWidth(page.sides[1]) / 2, whole[1]]}
        to={[whole[0] - 18 - dimensionWidth(page.sides[1]) / 2, whole[1] + whole[3]]}
        text={typeset(page.sides[1])}
        about="figure:target_height"
      />
      {piece && piece.angle === 0 && (
        <g pointerEvents="none">
          {zones.map((zone, index) => {
            const [x, y, w, h] = onScreen(
              [
                piece.picture[0] + zone.x * piece.picture[2],
                piece.picture[1] + zone.y * piece.picture[3],
                zone.w * piece.picture[2],
                zone.h * piece.picture[3],
              ],
              view,
            );
            return (
              <g key={index}>
                <rect x={x} y={y} width={w} height={h} className="seam-zone" />
                <rect x={x} y={y} width={w} height={h} className="seam-zone-inner" />
              </g>
            );
          })}
        </g>
      )}
      {(columns.length > 0 || rows.length > 0) && (
        <g
          role="group"
          tabIndex={0}
          className="seams"
          aria-label="The seams; arrow keys move them by 1 mm, with Shift by 10"
          onKeyDown={onKey}
        >
          {columns.map(([begin, end], index) => {
            const [x, y, w, h] = onScreen([begin, 0, end - begin, document[3]], view);
            return (
              <g key={`x${index}`} className="seam cursor-ew-resize" {...drag(["x"])}>
                <rect x={x + w / 2 - REACH} y={y} width={REACH * 2} height={h} fill="transparent" />
                <rect x={x} y={y} width={Math.max(1, w)} height={h} className="seam-band" />
                <path d={`M${x} ${y}v${h}M${x + w} ${y}v${h}`} className="seam-edge" />
              </g>
            );
          })}
          {rows.map(([begin, end], index) => {
            const [x, y, w, h] = onScreen([0, begin, document[2], end - begin], view);
            return (
              <g key={`y${index}`} className="seam cursor-ns-resize" {...drag(["y"])}>
                <rect x={x} y={y + h / 2 - REACH} width={w} height={REACH * 2} fill="transparent" />
                <rect x={x} y={y} width={w} height={Math.max(1, h)} className="seam-band" />
                <path d={`M${x} ${y}h${w}M${x} ${y + h}h${w}`} className="seam-edge" />
              </g>
            );
          })}
          {/* Where two seams cross, both are taken. */}
          {columns.flatMap(([left, right], column) =>
            rows.map(([top, bottom], row) => {
              const [x, y] = onScreen([(left + right) / 2, (top + bottom) / 2, 0, 0], view);
              return (
                <rect
                  key={`${column} ${row}`}
                  x={x - REACH}
                  y={y - REACH}
                  width={REACH * 2}
                  height={REACH * 2}
                  fill="transparent"
                  className="cursor-move"
                  {...drag(["x", "y"])}
                />
              );
            }),
          )}
        </g>
      )}
      <g pointerEvents="none">
        {names.map(({ name, left, top }) => {
          const [x, y] = onScreen([left, top, 0, 0], view);
          const first = [left === 0, top === 0] as const;
          const inset = tiles.overlap * view.scale;
          const at = [x + (first[0] ? 0 : inset) + 5, y + (first[1] ? 0 : inset) + 5] as const;
          const wide = 12 + name.length * 8;
          return (
            <g key={name}>
              <rect x={at[0]} y={at[1]} width={wide} height={20} rx={4} className="tile-name" />
              <text x={at[0] + wide / 2} y={at[1] + 15} textAnchor="middle" className="tile-name-text figure">
                {name}
              </text>
            </g>
          );
        })}
      </g>
    </svg>
  );
}
