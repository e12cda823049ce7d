import { useState } from "react";
import type { BoxMm, HangRequest } from "../../api/types";
import { onScreen } from "../../drawing/placement";
import { useSize } from "../../drawing/useSize";
import { Pick } from "../../shell/Pick";
import type { WholeProps } from "../kinds";
import { PartOfPrint } from "../PrintSymbol";
import { SceneDrawing } from "./SceneDrawing";
import { WallStage } from "./WallStage";
import { closeView, wideView } from "./wallView";

const VIEWS = [
  { value: "wide", label: "The wall" },
  { value: "close", label: "Close up" },
] as const;

/** A row as it is worked on; in the last step as it is seen. */
export function RowDrawing(props: WholeProps<HangRequest>) {
  return props.step === "view" ? <SceneDrawing {...props} /> : <InARow {...props} />;
}

/** Prints in their row on the wall, to scale. */
function InARow(props: WholeProps<HangRequest>) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const [view, setView] = useState<"wide" | "close">("wide");
  const { wall } = props.page;
  const placed =
    wall && width > 0 && (view === "wide" ? wideView(wall, width, height) : closeView(wall, width, height));
  const spot = (box: BoxMm) => onScreen(box, placed || { scale: 1, left: 0, top: 0 });
  return (
    <div className="absolute inset-0 overflow-hidden">
      <div ref={element} className="absolute inset-0" data-testid="row">
        {placed && (
          <svg width={width} height={height}>
            <WallStage
              {...{ wall, width, height }}
              view={placed}
              wide={view === "wide"}
              nails={props.step === "hanging"}
            >
              {wall.pieces.map((piece, index) => {
                const [x, y, w, h] = spot(piece.box);
                return (
                  <g
                    key={index}
                    role="button"
                    tabIndex={0}
                    aria-pressed={props.picked === piece.plan}
                    aria-label={`${piece.name}, ${piece.size}`}
                    className="wall-piece"
                    data-picked={props.picked === piece.plan || undefined}
                    onClick={() => props.onPick(piece.plan)}
                    onFocus={() => props.onPick(piece.plan)}
                  >
                    <rect x={x} y={y} width={w} height={h} fill="#fffdf8" />
                    <PartOfPrint symbol={props.symbol(piece.plan)} part={piece.shows} box={spot(piece.at)} />
                    <rect x={x} y={y} width={w} height={h} className="wall-edge" />
                  </g>
                );
              })}
            </WallStage>
          </svg>
        )}
      </div>
      <div className="absolute top-3 right-3 text-base-content">
        <Pick label="How much is seen" options={VIEWS} value={view} onPick={setView} />
      </div>
    </div>
  );
}
