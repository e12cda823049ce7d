import { handStep, mmOf } from "../../drawing/typedLength";
import type { GangDrawn, GangPieceDrawn, GangRequest } from "../../api/types";
import { arrowBy } from "../../drawing/arrowBy";
import { useDrag } from "../../drawing/useDrag";
import { useSize } from "../../drawing/useSize";
import { usePreferences } from "../../session/useSession";
import type { WholeProps } from "../kinds";
import { useLayoutStore } from "../layoutStore";
import { PartOfPrint } from "../PrintSymbol";
import { sidesOf } from "../sidesOf";
import { inPlace, pinned, placeOf, turnedPin, unpinned } from "./pins";

const MARGIN = 22;
/** Rolls are drawn no smaller than this, px a mm: longer ones are scrolled. */
const LEAST = 0.16;
const REACH = 6;
const WORD = 24;

/** The roll or the sheets with every piece where it lies; a piece that is dragged stays where it was put. */
export function GangDrawing(props: WholeProps<GangRequest>) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const { gang } = props.page;
  return (
    <div ref={element} className="absolute inset-0 overflow-y-auto pb-9" data-testid="gang">
      {width > 0 && gang && <Papers {...props} gang={gang} width={width} height={height - 40} />}
    </div>
  );
}

function Papers(props: WholeProps<GangRequest> & { gang: GangDrawn; width: number; height: number }) {
  const { page } = props;
  const { sheets } = page;
  const widest = Math.max(...sheets.map((sheet) => sidesOf(sheet)[0]), 1);
  const highest = Math.max(...sheets.map((sheet) => sidesOf(sheet)[1]), 1);
  const room = props.width - 2 * MARGIN;
  const beside = sheets.length > 1 ? Math.max(1, Math.floor(room / (widest * LEAST * 2 + MARGIN))) : 1;
  const columns = Math.min(sheets.length || 1, beside, 4);
  const across = (room - (columns - 1) * MARGIN) / columns / widest;
  const scale = Math.max(LEAST, Math.min(across, (props.height - 2 * MARGIN - WORD) / highest));
  return (
    <div className="flex flex-wrap justify-center gap-5 p-5">
      {sheets.map((sheet, number) => (
        <figure key={sheet.name} className="m-0">
          <figcaption className="figure mb-1 text-[14px]">
            {sheets.length > 1 ? `${sheet.name}, ` : ""}
            {props.gang.pieces.filter((piece) => piece.sheet === number).length} pieces
          </figcaption>
          <Paper {...props} number={number} scale={scale} />
        </figure>
      ))}
      {!sheets.length && (
        <p className="p-8">No piece fits this paper. Take another one, or let pieces be turned.</p>
      )}
    </div>
  );
}

interface Taken {
  x: number;
  y: number;
  piece: GangPieceDrawn;
  before: GangRequest;
  moved: boolean;
}

function Paper(props: WholeProps<GangRequest> & { gang: GangDrawn; number: number; scale: number }) {
  const { page, gang, number, scale, request } = props;
  const { account } = usePreferences();
  const store = useLayoutStore.getState();
  const sheet = page.sheets[number];
  const [wide, high] = sheet ? sidesOf(sheet) : [0, 0];
  const pieces = inPlace(gang.pieces, number);
  const gap = mmOf(request.roll?.gap ?? request.gap) ?? 0;
  const drag = useDrag<Taken, GangPieceDrawn>({
    begin: (event, piece) => {
      props.onPick(piece.number);
      return { x: event.clientX, y: event.clientY, piece, before: request, moved: false };
    },
    move: (taken, event) => {
      const by = [(event.clientX - taken.x) / scale, (event.clientY - taken.y) / scale] as const;
      if (!taken.moved && Math.hypot(...by) * scale < 3) return;
      taken.moved = true;
      const [x, y, w, h] = taken.piece.box;
      const others = pieces.filter((one) => one.pinned && !isSame(one, taken.piece));
      const at = held(
        [x + by[0], y + by[1], w, h],
        others,
        gang.usable,
        gap,
        REACH / scale,
        handStep(account.unit),
      );
      store.change({ fixed: pinned(taken.before.fixed, taken.piece, at, account.unit) }, true);
    },
    end: () => store.settle(),
    cancel: ({ before }) => store.putBack(before),
  });
  if (!sheet) return null;
  const onKey = (piece: GangPieceDrawn, event: React.KeyboardEvent) => {
    const { fixed } = useLayoutStore.getState().document as GangRequest;
    const by = arrowBy(event, handStep(account.unit) * (event.shiftKey ? 10 : 1));
    const key = event.key.toLowerCase();
    if (by) {
      const { x, y } = placeOf(fixed, piece);
      const at = { x: x + by[0], y: y + by[1] };
      store.change({ fixed: pinned(fixed, piece, at, account.unit) });
    } else if (key === "t" && piece.may_turn) store.change({ fixed: turnedPin(fixed, piece, account.unit) });
    else if (key === "p")
      store.change({
        fixed: piece.pinned
          ? unpinned(fixed, piece)
          : pinned(fixed, piece, { x: piece.box[0], y: piece.box[1] }, account.unit),
      });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const [left, top, usable, length] = gang.usable;
  const bottom = length === null ? high : top + length;
  return (
    <svg
      width={wide * scale}
      height={high * scale}
      viewBox={`0 0 ${wide} ${high}`}
      className="sheet-paper touch-none select-none"
    >
      <rect
        x={left}
        y={top}
        width={usable}
        height={Math.max(0, Math.min(bottom, high) - top)}
        fill="none"
        stroke="#9aa5a1"
        strokeDasharray={`${4 / scale} ${4 / scale}`}
        strokeWidth={1 / scale}
      />
      {pieces.map((piece) => {
        const part = page.prints[piece.plan]?.boxes.document;
        const [x, y, w, h] = piece.box;
        const text = 13 / scale;
        return (
          <g
            key={`${piece.plan} ${piece.copy}`}
            role="button"
            tabIndex={0}
            aria-pressed={piece.pinned}
            aria-label={`Piece ${piece.number}, ${piece.name}, ${piece.size}${piece.pinned ? ", pinned" : ""}; arrow keys move it, T turns, P pins`}
            className="gang-piece"
            data-picked={props.picked === piece.number || undefined}
            {...drag(piece)}
            onFocus={() => props.onPick(piece.number)}
            onKeyDown={(event) => onKey(piece, event)}
          >
            {part && (
              <PartOfPrint symbol={props.symbol(piece.plan)} part={part} box={piece.box} turn={piece.turn} />
            )}
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              className="gang-edge"
              strokeWidth={(props.picked === piece.number ? 3 : 1) / scale}
            />
            <g pointerEvents="none">
              <rect
                x={x + 4 / scale}
                y={y + 4 / scale}
                rx={4 / scale}
                width={(String(piece.number).length * 8 + 10) / scale}
                height={19 / scale}
                className="tile-name"
              />
              <text x={x + 9 / scale} y={y + 18 / scale} fontSize={text} className="gang-number figure">
                {piece.number}
              </text>
              {piece.pinned && (
                <g className="gang-pin" data-testid="pin">
                  <circle
                    cx={x + w - 12 / scale}
                    cy={y + 12 / scale}
                    r={7 / scale}
                    strokeWidth={1.5 / scale}
                  />
                  <circle cx={x + w - 12 / scale} cy={y + 12 / scale} r={2 / scale} />
                </g>
              )}
            </g>
          </g>
        );
      })}
      <g pointerEvents="none">
        {gang.cuts
          .filter((cut) => cut.sheet === number)
          .map((cut, index) => (
            <path
              key={index}
              d={
                cut.way === "across"
                  ? `M${cut.begin} ${cut.at}H${cut.end}`
                  : `M${cut.at} ${cut.begin}V${cut.end}`
              }
              className="gang-cut"
              strokeWidth={1.5 / scale}
              strokeDasharray={`${7 / scale} ${4 / scale}`}
            />
          ))}
      </g>
    </svg>
  );
}

const isSame = (one: GangPieceDrawn, other: GangPieceDrawn) =>
  one.plan === other.plan && one.copy === other.copy;

type Spot = readonly [number, number, number, number];

/** Where a piece under a hand is held: at the margins, or a gap beside another that is held. */
function held(
  [x, y, w, h]: Spot,
  others: readonly GangPieceDrawn[],
  [left, top, usable]: GangDrawn["usable"],
  gap: number,
  reach: number,
  step: number,
) {
  const across = [left, left + usable - w];
  const down = [top];
  for (const { box } of others) {
    across.push(box[0] + box[2] + gap, box[0] - gap - w, box[0]);
    down.push(box[1] + box[3] + gap, box[1] - gap - h, box[1]);
  }
  const nearest = (at: number, places: number[]) => {
    const near = places.filter((place) => Math.abs(place - at) <= reach);
    near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
    return near[0] ?? Math.round(at / step) * step;
  };
  return { x: nearest(x, across), y: nearest(y, down) };
}
