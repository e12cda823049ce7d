import { useId, useState } from "react";
import type { BoxMm, PanelsDrawn, PanelsRequest, WallDrawn } from "../../api/types";
import { useDesignDrag } from "../../designs/useDesignDrag";
import { ProofImage } from "../../drawing/ProofImage";
import { arrowBy } from "../../drawing/arrowBy";
import { draggedAnchor, onScreen, type Pair, type Placed } from "../../drawing/placement";
import { turnedImage } from "../../drawing/turnedImage";
import { useSize } from "../../drawing/useSize";
import { usePreferences } from "../../session/useSession";
import { Pick } from "../../shell/Pick";
import type { WholeProps } from "../kinds";
import { useLayoutStore } from "../layoutStore";
import { OpenedFlat } from "./OpenedFlat";
import { useFrameHand } from "./useFrameHand";
import { SceneDrawing } from "./SceneDrawing";
import { SpreadSymbol } from "./SpreadSymbol";
import { WallStage } from "./WallStage";
import { closeView, wideView } from "./wallView";

const VIEWS = [
  { value: "wide", label: "The wall" },
  { value: "close", label: "Close up" },
] as const;

/** Panels as they are worked on; in the last step as they are seen. */
export function PanelsDrawing(props: WholeProps<PanelsRequest>) {
  return props.step === "view" ? <SceneDrawing {...props} /> : <OnTheirWall {...props} />;
}

/** Frames on their wall, the picture behind them; frames are dragged, in the first step the picture is. */
function OnTheirWall(props: WholeProps<PanelsRequest>) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const [seen, setSeen] = useState<"wide" | "close" | null>(null);
  const { wall, panels } = props.page;
  // Hanging is seen from afar, everything else from near, until somebody says otherwise.
  const view = seen ?? (props.step === "hanging" ? "wide" : "close");
  return (
    <div className="absolute inset-0 overflow-hidden">
      <div ref={element} className="absolute inset-0" data-testid="panels">
        {width > 0 && wall && panels && (
          <Frames
            {...props}
            wall={wall}
            panels={panels}
            width={width}
            height={height}
            wide={view === "wide"}
          />
        )}
      </div>
      <div className="absolute top-3 right-3 text-base-content">
        <Pick label="How much is seen" options={VIEWS} value={view} onPick={setSeen} />
      </div>
    </div>
  );
}

interface Drawn extends WholeProps<PanelsRequest> {
  wall: WallDrawn;
  panels: PanelsDrawn;
  width: number;
  height: number;
  wide: boolean;
}

function Frames(props: Drawn) {
  const { request, wall, panels, layout, wide, width, height } = props;
  const symbol = useId();
  const { account } = usePreferences();
  const plan = request.plans[0];
  const fitted = wide ? wideView(wall, width, height) : closeView(wall, width, height, panels.around);
  const hand = useFrameHand({ request, wall, view: fitted, unit: account.unit });
  // While a frame is dragged nothing else moves: neither the view, nor those beside it.
  const view = hand.held?.view ?? fitted;
  const drag = usePictureDrag(request, panels, view.scale);
  const onPicture = props.step === "spread";
  const [dx, dy] = hand.held?.corner ?? [0, 0];
  const spot = ([x, y, w, h]: BoxMm) => onScreen([x + dx, y + dy, w, h], view);
  // In the step of the edge one frame lies opened flat.
  const opened = props.step === "edge" && request.wrap ? wall.pieces[props.picked ?? 0] : undefined;
  if (!plan) return null;
  const proof = `/api/pictures/${layout.pictures[0]?.id}/bench.jpg`;
  return (
    <svg width={width} height={height} className="touch-none select-none">
      <defs>
        <SpreadSymbol id={symbol} {...{ request, panels, proof }} />
      </defs>
      <WallStage {...{ wall, view, width, height, wide }} nails={props.step === "hanging"}>
        {request.mode === "window" && (
          <g
            opacity={0.3}
            {...(onPicture ? drag() : {})}
            className={onPicture ? "cursor-move" : "pointer-events-none"}
          >
            <svg
              {...boxed(spot(panels.picture))}
              viewBox={panels.picture.join(" ")}
              preserveAspectRatio="none"
              overflow="visible"
            >
              <ProofImage href={proof} {...turnedImage(panels.picture, plan.fit.turn, panels.angle)} />
            </svg>
          </g>
        )}
        {wall.pieces.map((piece, index) => {
          // While a hand is at work all are where it left them: answers come later.
          const [x, y] = hand.held?.places[index] ?? piece.box;
          const box = onScreen([x, y, piece.box[2], piece.box[3]], view);
          const over = hand.held?.number === index && hand.held.over;
          const named = `${piece.name}, ${piece.size}`;
          return (
            <g
              key={index}
              role="button"
              tabIndex={0}
              aria-pressed={props.picked === index}
              aria-label={
                onPicture
                  ? `${named}; arrow keys move the picture`
                  : `${named}; drag it, or move it with the arrow keys`
              }
              className="wall-piece"
              data-picked={props.picked === index || undefined}
              data-over={over || undefined}
              {...(onPicture ? drag() : hand.handlers(index))}
              onFocus={() => props.onPick(index)}
              onKeyDown={(event) => (onPicture ? nudge(request, panels, event) : hand.onKey(index, event))}
            >
              <svg {...boxed(box)} viewBox={piece.shows.join(" ")} preserveAspectRatio="none">
                <use href={`#${symbol}`} />
              </svg>
              <rect {...boxed(box)} className="wall-edge" />
              <text x={box[0] + 7} y={box[1] + box[3] - 8} className="mark-word" pointerEvents="none">
                {piece.name.replace(/^Frame /, "")}
              </text>
            </g>
          );
        })}
        {opened && (
          <OpenedFlat
            {...{ request, symbol }}
            shows={opened.shows}
            around={panels.around}
            face={spot(opened.box)}
          />
        )}
        <Zones request={request} wall={wall} panels={panels} spot={spot} />
        <g pointerEvents="none" className="snap-lines">
          {hand.lines.across.map((x) => (
            <path key={`x${x}`} d={`M${view.left + x * view.scale} 0V${height}`} />
          ))}
          {hand.lines.down.map((y) => (
            <path key={`y${y}`} d={`M0 ${view.top + y * view.scale}H${width}`} />
          ))}
        </g>
      </WallStage>
    </svg>
  );
}

const boxed = ([x, y, width, height]: readonly [number, number, number, number]) => ({ x, y, width, height });

/** Keep zones on the faces; where nothing is hidden, each where its face has moved it. */
function Zones(props: {
  request: PanelsRequest;
  wall: WallDrawn;
  panels: PanelsDrawn;
  spot: (box: BoxMm) => [number, number, number, number];
}) {
  const { wall, panels } = props;
  const clip = useId();
  return (
    <g pointerEvents="none">
      {props.request.mode === "window"
        ? panels.zones.map(([name, box], index) => <Zone key={index} name={name} box={props.spot(box)} />)
        : wall.pieces.map((piece, number) => {
            const [dx, dy] = [piece.box[0] - piece.shows[0], piece.box[1] - piece.shows[1]];
            return (
              <g key={number} clipPath={`url(#${clip}-${number})`}>
                <clipPath id={`${clip}-${number}`}>
                  <rect {...boxed(props.spot(piece.box))} />
                </clipPath>
                {panels.zones.map(([, [x, y, w, h]], index) => (
                  <Zone key={index} name="" box={props.spot([x + dx, y + dy, w, h])} />
                ))}
              </g>
            );
          })}
    </g>
  );
}

function Zone({ name, box }: { name: string; box: [number, number, number, number] }) {
  return (
    <g>
      <rect {...boxed(box)} className="seam-zone" />
      <rect {...boxed(box)} className="seam-zone-inner" />
      {name && (
        <text x={box[0] + 4} y={box[1] - 5} className="mark-word">
          {name}
        </text>
      )}
    </g>
  );
}

const placedOn = (request: PanelsRequest, panels: PanelsDrawn): Placed => ({
  image: panels.spread,
  picture: panels.picture,
  printed: panels.printed,
  mode: request.plans[0]?.fit.mode ?? "fill",
  angle: panels.angle,
});

const put = (anchor: Pair) => ({ "plans.0.fit.anchor": anchor, "plans.0.fit.auto": false });

/** The hand on the picture behind the frames. */
function usePictureDrag(request: PanelsRequest, panels: PanelsDrawn, scale: number) {
  const change = useLayoutStore((store) => store.change);
  return useDesignDrag(useLayoutStore, {
    begin: (event) => ({
      x: event.clientX,
      y: event.clientY,
      placed: placedOn(request, panels),
      anchor: (request.plans[0]?.fit.anchor ?? [0.5, 0.5]) as Pair,
    }),
    move: (taken, event) => {
      const [dx, dy] = [(event.clientX - taken.x) / scale, (event.clientY - taken.y) / scale];
      change(put(draggedAnchor(taken.placed, taken.anchor, dx, dy)), true);
    },
  });
}

function nudge(request: PanelsRequest, panels: PanelsDrawn, event: React.KeyboardEvent) {
  const by = arrowBy(event, event.shiftKey ? 50 : 5);
  if (!by) return;
  event.preventDefault();
  const anchor = (request.plans[0]?.fit.anchor ?? [0.5, 0.5]) as Pair;
  useLayoutStore.getState().change(put(draggedAnchor(placedOn(request, panels), anchor, ...by)));
}
