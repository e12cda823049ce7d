import type { ReactNode } from "react";
import type { WallDrawn } from "../../api/types";
import { DimensionLine, dimensionWidth } from "../../drawing/DimensionLine";
import { Person } from "../../drawing/Person";
import { PERSON_WIDTH } from "../../drawing/personSize";
import type { View } from "../../drawing/placement";
import { typeset } from "../../shell/typeset";
import { BESIDE, wallEnds } from "./wallView";

type Dims = WallDrawn["dims"];

/** A wall to scale: floor, the line of the middle, somebody beside, the pieces, their measures and nails. */
export function WallStage(props: {
  wall: WallDrawn;
  view: View;
  width: number;
  height: number;
  /** Whether floor and person are seen. */
  wide: boolean;
  /** Whether nails and the way of a tape along them are shown. */
  nails: boolean;
  children: ReactNode;
}) {
  const { wall, view, wide } = props;
  const at = (x: number, y: number) => [view.left + x * view.scale, view.top + y * view.scale] as const;
  const floor = at(0, wall.top)[1];
  const middle = at(0, wall.top - wall.middle)[1];
  const [left, right] = wallEnds(wall);
  const person = at(-BESIDE - PERSON_WIDTH / 2, wall.top);
  return (
    <>
      {wide && (
        <g pointerEvents="none">
          <path d={`M0 ${floor}H${props.width}`} stroke="var(--desk-ink)" strokeWidth={2} />
          {wall.length !== null && wall.length !== undefined && (
            <path
              d={`M${at(left, 0)[0]} 0V${floor}M${at(right, 0)[0]} 0V${floor}`}
              stroke="var(--desk-line)"
              strokeWidth={1.5}
            />
          )}
          <Person x={person[0]} floor={floor} scale={view.scale} />
          <path
            d={`M0 ${middle}H${props.width}`}
            stroke="var(--desk-ink)"
            strokeWidth={1}
            strokeDasharray="2 5"
          />
          <DimensionLine
            from={[props.width - 40, middle]}
            to={[props.width - 40, floor]}
            text={typeset(wall.middle_text)}
            about="word:step-hanging"
          />
          <text x={14} y={floor + 20} className="wall-word">
            floor · everything to one scale
          </text>
        </g>
      )}
      {props.children}
      <g pointerEvents="none">
        <Sides dims={wall.dims} wall={wall} view={view} />
        <Gaps dims={wall.dims} view={view} />
        {props.nails && (
          <>
            <Tape wall={wall} view={view} floor={wide ? floor : null} />
            {wall.pieces.flatMap((piece, index) =>
              piece.nails.map(([x, y], nail) => {
                const [cx, cy] = at(x, y);
                return <circle key={`${index} ${nail}`} cx={cx} cy={cy} r={5} className="wall-nail" />;
              }),
            )}
          </>
        )}
      </g>
    </>
  );
}

/** Widths over the uppermost pieces, heights at the left of the leftmost: each where nothing is in its way. */
function Sides({ dims, wall, view }: { dims: Dims; wall: WallDrawn; view: View }) {
  const boxes = wall.pieces.map((piece) => piece.box);
  const above = (number: number) => {
    const own = boxes[number];
    return !boxes.some(
      (box, index) =>
        own && index !== number && box[1] < own[1] && box[0] < own[0] + own[2] && own[0] < box[0] + box[2],
    );
  };
  const leftmost = (number: number) => {
    const own = boxes[number];
    return !boxes.some(
      (box, index) =>
        own && index !== number && box[0] < own[0] && box[1] < own[1] + own[3] && own[1] < box[1] + box[3],
    );
  };
  return dims.map((dim, index) => {
    const [x, y] = [view.left + dim.start[0] * view.scale, view.top + dim.start[1] * view.scale];
    const [x2, y2] = [view.left + dim.end[0] * view.scale, view.top + dim.end[1] * view.scale];
    const text = typeset(dim.text);
    if (dim.kind === "width" && above(dim.number)) {
      if (x2 - x < dimensionWidth(text) - 4) return null;
      return (
        <DimensionLine
          key={index}
          from={[x, y - 18]}
          to={[x2, y - 18]}
          text={text}
          about="figure:target_width"
        />
      );
    }
    if (dim.kind === "height" && leftmost(dim.number) && y2 - y > 34 && dim.start[0] === 0) {
      const off = 16 + dimensionWidth(text) / 2;
      return (
        <DimensionLine
          key={index}
          from={[x - off, y]}
          to={[x - off, y2]}
          text={text}
          about="figure:target_height"
        />
      );
    }
    return null;
  });
}

function Gaps({ dims, view }: { dims: Dims; view: View }) {
  return dims
    .filter((dim) => dim.kind === "gap")
    .map((dim, index) => {
      const x = view.left + ((dim.start[0] + dim.end[0]) / 2) * view.scale;
      const y = view.top + ((dim.start[1] + dim.end[1]) / 2) * view.scale;
      const flat = dim.start[1] === dim.end[1];
      return (
        <text
          key={index}
          x={flat ? x : x - 10}
          y={flat ? y + 18 : y + 5}
          textAnchor={flat ? "middle" : "end"}
          className="wall-word figure"
        >
          {typeset(dim.text)}
        </text>
      );
    });
}

/** From the left of all to the first nail, then from nail to nail; what has no room goes one line lower. */
function Tape({ wall, view, floor }: { wall: WallDrawn; view: View; floor: number | null }) {
  const chain = wall.dims.filter((dim) => dim.kind === "nail");
  const below = view.top + wall.whole[1] * view.scale + 40;
  const y = floor === null ? below : Math.min(floor - 62, Math.max(below, floor - 90));
  const ends: number[] = [];
  return (
    <g className="wall-tape" data-testid="tape">
      {chain.map((dim, index) => {
        const [from, to] = [dim.start[0], dim.end[0]].map((mm) => view.left + mm * view.scale) as [
          number,
          number,
        ];
        const text = typeset(dim.text);
        const width = text.length * 7.2;
        const x = (from + to) / 2;
        let line = ends.findIndex((end) => x - width / 2 >= end);
        if (line < 0) line = ends.push(0) - 1;
        ends[line] = x + width / 2 + 4;
        return (
          <g key={index}>
            <path d={`M${from} ${y - 5}v10M${from} ${y}H${to}M${to} ${y - 5}v10`} />
            <text x={x} y={y - 9 - line * 16} textAnchor="middle" className="figure">
              {text}
            </text>
          </g>
        );
      })}
      {chain.length > 0 && (
        <text x={view.left} y={y + 20}>
          from the left, then from nail to nail
        </text>
      )}
    </g>
  );
}
