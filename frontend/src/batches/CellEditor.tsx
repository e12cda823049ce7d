import { useRef, useState } from "react";
import { Link } from "react-router";
import type { BatchState, Cell, Drawing } from "../api/types";
import {
  anchored,
  anchorOf,
  enlarged,
  onScreen,
  placedOf,
  type Pair,
  type Placed,
} from "../drawing/placement";
import { Rect, SheetLayers } from "../drawing/SheetLayers";
import { useCropHand, type Crop } from "../drawing/useCropHand";
import { Slider } from "../fields/Slider";
import { Grade } from "../shell/Grade";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { fitOf, type CellFit } from "./useBatch";

const MODES = [
  { value: "fill", label: "Crop" },
  { value: "contain", label: "Whole picture" },
] as const;
const WIDTH = 300;
const HEIGHT = 236;

/** One cell, large: its crop moved in place, its figures, the way back to automatic placement. */
export function CellEditor(props: {
  batch: BatchState;
  picture: BatchState["pictures"][number];
  cell: Cell;
  problem: string;
  /** What a hand did last is not saved yet. */
  saving?: boolean;
  /** Grows with every undone change: the hand's own idea of the crop is forgotten then. */
  undone: number;
  onPlace: (fit: CellFit) => void;
  onAuto: () => void;
  onClose: () => void;
}) {
  const { cell, picture, batch } = props;
  const size = batch.sizes.find((item) => item.key === cell.size);
  const fit = (change: Partial<CellFit>): CellFit => ({ ...fitOf(cell), ...change });
  return (
    <aside
      className="panel flex w-[338px] shrink-0 flex-col max-md:w-full gap-2.5 overflow-y-auto px-4 py-3"
      aria-label="The cell in hand"
      aria-busy={props.saving}
      onKeyDown={(event) => event.key === "Escape" && props.onClose()}
    >
      <div className="flex items-start justify-between gap-2">
        <div className="min-w-0">
          <h2 className="figure text-[19px] leading-tight font-semibold">
            {typeset(size?.name ?? cell.size)}
          </h2>
          <p className="soft truncate" title={picture.name}>
            {picture.name}
          </p>
        </div>
        <button type="button" className="plain-button" onClick={props.onClose}>
          Close
        </button>
      </div>
      {!cell.drawing ? (
        <Problem message={cell.problem} />
      ) : (
        <>
          <CropWindow
            key={`${picture.id} ${cell.size} ${props.undone}`}
            cell={cell}
            drawing={cell.drawing}
            picture={picture.id}
            onCrop={(crop) => props.onPlace(fit(crop))}
          />
          <Pick
            label="Way to fit"
            about="choice:way"
            options={MODES}
            value={cell.mode as CellFit["mode"]}
            onPick={(mode) => props.onPlace(fit({ mode, zoom: 1 }))}
          />
          <label className="flex items-center gap-3">
            <span className="w-20">Straighten</span>
            <Straighten
              key={`${picture.id} ${cell.size} ${props.undone}`}
              cell={cell}
              onAngle={(angle) => props.onPlace(fit({ angle }))}
            />
            <span className="figure w-12 text-right text-[16px]">
              {String(cell.angle).replace("-", "−")}°
            </span>
          </label>
          {cell.mode === "contain" && (
            <div className="flex items-center gap-3">
              <label className="flex items-center gap-3">
                <span className="w-20">Background</span>
                <input
                  type="color"
                  className="h-7 w-10 cursor-pointer"
                  value={cell.padding}
                  onChange={(event) => props.onPlace(fit({ colour: event.target.value }))}
                />
              </label>
              {cell.own_padding && (
                <button
                  type="button"
                  className="plain-button"
                  onClick={() => props.onPlace(fit({ colour: null }))}
                >
                  As the batch
                </button>
              )}
            </div>
          )}
          <dl className="grid grid-cols-[90px_1fr] gap-y-1" aria-live="polite" data-testid="cell-figures">
            <dt className="soft">Grade</dt>
            <dd>
              <Grade grade={cell.grade} />
            </dd>
            <dt className="soft">Lost</dt>
            <dd className="figure text-[16px]" data-legend="figure:loss">
              {typeset(cell.loss_text)}
            </dd>
            <dt className="soft">Resolution</dt>
            <dd className="figure text-[16px]" data-legend="figure:effective_ppi">
              {typeset(cell.ppi_text)}
            </dd>
            {cell.zones_text && (
              <>
                <dt className="soft" data-legend="word:keep-zones">
                  Keep zones
                </dt>
                <dd style={cell.zones === "cut" ? { color: "var(--look)" } : undefined}>
                  {typeset(cell.zones_text)}
                </dd>
              </>
            )}
          </dl>
        </>
      )}
      {props.problem && <Problem message={props.problem} />}
      <div className="flex flex-wrap gap-2">
        {cell.edited && (
          <button type="button" className="plain-button" onClick={props.onAuto}>
            Back to automatic
          </button>
        )}
        <Link className="plain-button inline-flex items-center" to={`/pictures/${picture.id}`}>
          The picture
        </Link>
      </div>
      <p className="soft text-[13px]">
        Drag, or use the arrow keys on it; wheel, plus and minus zoom. Saved at once.
      </p>
    </aside>
  );
}

/** The slider for the angle: every step is kept, and Escape gives back the angle from before. */
function Straighten({ cell, onAngle }: { cell: Cell; onAngle: (angle: number) => void }) {
  const before = useRef(cell.angle);
  // The hand is further than the answers; when they have come to where it is, it is theirs again.
  const [hand, setHand] = useState<number | null>(null);
  if (hand === cell.angle) setHand(null);
  const turn = (angle: number) => {
    setHand(angle);
    onAngle(angle);
  };
  return (
    <Slider
      className="range-xs min-w-0 flex-1"
      min={-15}
      max={15}
      step={0.1}
      value={hand ?? cell.angle}
      text={`${hand ?? cell.angle} degrees`}
      onStart={() => {
        before.current = cell.angle;
      }}
      onValue={turn}
      onBack={() => turn(before.current)}
      onDone={() => undefined}
    />
  );
}

/** The crop to be moved by hand. What the hand does shows at once; figures follow from the server. */
function CropWindow(props: { cell: Cell; drawing: Drawing; picture: string; onCrop: (crop: Crop) => void }) {
  const { cell, drawing, picture, onCrop } = props;
  const told = placedOf(drawing, cell.mode as Placed["mode"]);
  // Where the hand is: it may be further than the answers, also between two strokes of a key.
  const [hand, setHand] = useState<Crop | null>(null);
  const [shown, setShown] = useState({ edited: cell.edited, mode: cell.mode });
  if (shown.mode !== cell.mode || shown.edited !== cell.edited) {
    if (shown.mode !== cell.mode || !cell.edited) setHand(null);
    setShown({ edited: cell.edited, mode: cell.mode });
  }
  const window_ = useRef<SVGRectElement>(null);
  const surface = useRef<SVGSVGElement>(null);
  const [, , width, height] = drawing.boxes.document;
  const scale = Math.min((WIDTH - 60) / width, (HEIGHT - 50) / height);
  const left = (WIDTH - width * scale) / 2;
  const top = (HEIGHT - height * scale) / 2;
  let now = told;
  if (hand) {
    const middle: Pair = [width / 2, height / 2];
    now = anchored(
      hand.zoom === cell.zoom ? told : enlarged(told, hand.zoom / cell.zoom, middle).placed,
      hand.anchor,
    );
  }
  const drag = useCropHand({
    element: window_,
    now,
    zoom: hand?.zoom ?? cell.zoom,
    scale,
    at: (event) => {
      const box = surface.current?.getBoundingClientRect();
      return [
        (event.clientX - (box?.left ?? 0) - left) / scale,
        (event.clientY - (box?.top ?? 0) - top) / scale,
      ];
    },
    put: (crop) => {
      setHand(crop);
      onCrop(crop);
    },
    settle: () => undefined,
  });
  const view = { scale, left, top };
  const printed = onScreen(now.printed, view);
  const proof = `/api/pictures/${picture}/small.jpg`;
  const [x, y] = anchorOf(now);
  return (
    <svg
      ref={surface}
      width={WIDTH}
      height={HEIGHT}
      className="hand-surface desk self-center overflow-hidden"
      role="group"
      aria-label="Crop of the cell"
    >
      <SheetLayers
        drawing={drawing}
        piece={{ ...now, turn: 0 }}
        view={view}
        proof={proof}
        padding={cell.padding}
      />
      <Rect
        ref={window_}
        box={printed}
        fill="transparent"
        tabIndex={0}
        role="application"
        className={`drawing-window ${drag.dragging ? "cursor-grabbing" : "cursor-grab"}`}
        aria-label={`Crop, ${Math.round(x * 100)} per cent from the left, ${Math.round(y * 100)} from the top. Arrow keys move it.`}
        {...drag.handlers}
      />
    </svg>
  );
}
