import { Hand } from "lucide-react";
import { useRef, useState, type PointerEvent } from "react";
import type { BoxMm, Plan, PictureFacts, Unit, Worksheet } from "../api/types";
import { NARROW } from "../shell/narrow";
import { typeset } from "../shell/typeset";
import { Card } from "./Card";
import { gripsInHand } from "./edgeGrips";
import { EdgeHandles } from "./EdgeHandles";
import { DimensionField } from "./DimensionField";
import { DimensionLine, dimensionWidth } from "../drawing/DimensionLine";
import { AS_BEGUN, CENTRED, useFitTools } from "./fitTools";
import { Guides } from "./Guides";
import { LossNotes } from "./LossNotes";
import { KeepZones } from "./KeepZones";
import { usePlanStore } from "./planStore";
import { TurningCanvas } from "./TurningCanvas";
import { alongPicture, fitted, onScreen, pictureNow, sameView, type Pair } from "../drawing/placement";
import { pickedColour } from "./pickedColour";
import { Rect, SheetLayers } from "../drawing/SheetLayers";
import { leaning } from "../drawing/turnedImage";
import { useCropHand } from "../drawing/useCropHand";
import { useDrag } from "../drawing/useDrag";
import { usePlanTyping } from "./usePlanTyping";
import { useSize } from "../drawing/useSize";
import { between, freshName, type ZoneBox } from "../drawing/zoneMoves";

/**
 * A drawing wider than this, px, has room for the canvas to be turned beside the sheet, which takes so much;
 * else it stands in the worksheet (WrapFields.tsx).
 */
const ROOM_FOR_TURNING = 560;
const TURNING_PX = 150;

interface DrawingProps {
  plan: Plan;
  /** The plan that `worksheet` was reckoned for; the hand may be further. */
  reckoned: Plan;
  worksheet: Worksheet;
  picture: PictureFacts;
  unit: Unit;
  fitting: boolean;
}

/** The print to scale: sheet, edge, picture in its window, what the crop throws away, dimensions. */
export function Drawing(props: DrawingProps) {
  const { element, width, height } = useSize<HTMLDivElement>();
  return (
    <div ref={element} className="relative h-full w-full overflow-hidden" data-testid="drawing">
      {width > 0 && <Sheet {...props} width={width} height={height} />}
    </div>
  );
}

function Sheet(props: DrawingProps & { width: number; height: number }) {
  const { plan, worksheet } = props;
  const change = usePlanStore((store) => store.change);
  const { boxes } = worksheet.drawing;
  const { guide, drawing, picking, hand, draw, pick, choose, takeHand } = useFitTools();
  const typing = usePlanTyping();
  // In Fit, and elsewhere when somebody takes it in hand: else a wheel or a finger in passing would save.
  const works = props.fitting || hand;
  const now = pictureNow(worksheet.drawing, props.reckoned, plan);
  const surface = useRef<SVGSVGElement>(null);
  const window_ = useRef<SVGRectElement>(null);
  // While a hand drags, the view stays as it was: the sheet must not move under the finger.
  const turning = plan.edge.kind === "wrap" && props.width > ROOM_FOR_TURNING;
  const room = props.width - (turning ? TURNING_PX : 0);
  const fresh = fitted(boxes.document, now.picture, room, props.height);
  const [view, setView] = useState(fresh);
  const atMm = (event: { clientX: number; clientY: number }): Pair => {
    const box = surface.current?.getBoundingClientRect();
    return [
      (event.clientX - (box?.left ?? 0) - view.left) / view.scale,
      (event.clientY - (box?.top ?? 0) - view.top) / view.scale,
    ];
  };
  const drag = useCropHand({
    element: window_,
    now,
    zoom: plan.fit.zoom,
    scale: view.scale,
    at: atMm,
    settle: typing.onDone,
    begin: typing.onStart,
    back: () => {
      typing.onBack();
      typing.onDone();
    },
    active: works,
    wheels: () => hand || !window.matchMedia(NARROW).matches,
    put: ({ anchor, zoom }, going) => {
      const fix = { "fit.anchor": anchor, "fit.zoom": zoom, "fit.auto": false };
      if (going) typing.change(fix);
      else change(fix);
    },
  });
  const [gripped, setGripped] = useState(false);
  if (!drag.dragging && !gripped && !sameView(view, fresh)) setView(fresh);
  const turn = plan.fit.turn;
  const angle = now.angle;
  const figures = new Map(worksheet.reckoning.figures.map((figure) => [figure.id, figure]));
  const text = (id: string) => typeset(figures.get(id)?.text ?? "");

  const trim = onScreen(boxes.trim ?? boxes.document, view);
  const sheet = onScreen(boxes.document, view);
  const image = onScreen(now.image, view);
  const printed = onScreen(now.printed, view);
  const whole = onScreen(now.picture, view);
  const edge = plan.edge;
  const paper = "colour" in edge && edge.colour ? edge.colour : "#ffffff";
  const padding = plan.fit.colour ?? paper;
  const proof = `/api/pictures/${props.picture.id}/bench.jpg`;
  const outer = {
    x: Math.max(0, Math.min(sheet[0], whole[0])),
    y: Math.max(0, Math.min(sheet[1], whole[1])),
  };
  const end = {
    x: Math.max(sheet[0] + sheet[2], whole[0] + whole[2]),
    y: Math.max(sheet[1] + sheet[3], whole[1] + whole[3]),
  };
  const above = Math.max(20, outer.y - 24);
  const below = Math.min(props.height - 16, end.y + 24);
  const left = outer.x - dimensionWidth(text("target_height")) / 2 - 12;
  const right = end.x + dimensionWidth(text("image_height")) / 2 + 12;
  const [leftLine, rightLine] = [Math.max(34, left), Math.min(room - 34, right)];
  // Where something goes beyond the finished size, that is what has to be known; else what is left of it.
  const beyond = boxes.fold !== undefined || edge.kind === "bleed";
  const inner = beyond
    ? { box: sheet, width: `${text("document_width")} to print`, height: text("document_height") }
    : { box: image, width: text("image_width"), height: text("image_height") };
  const noticed = Number(figures.get("loss")?.value ?? 0) > 0.001;

  const across = [(trim[0] * 2 + trim[2]) / 2, above] as const;
  const upright = [leftLine, (trim[1] * 2 + trim[3]) / 2] as const;
  const target = (side: "width" | "height") => (typed: string) => change({ [`target.${side}`]: typed });
  return (
    <>
      <svg
        ref={surface}
        width={props.width}
        height={props.height}
        className={`block select-none ${hand ? "hand-surface" : props.fitting ? "fit-surface" : ""}`}
        role="group"
        aria-label="The print, drawn to scale"
      >
        <SheetLayers
          drawing={worksheet.drawing}
          piece={{ ...now, turn }}
          view={view}
          proof={proof}
          paper={paper}
          padding={padding}
        >
          {edge.kind === "mat" && <Card edge={edge} boxes={boxes} view={view} />}
        </SheetLayers>
        {props.fitting && <Guides guide={guide} box={printed} />}
        <Rect
          ref={window_}
          box={printed}
          fill="transparent"
          className={
            works ? `drawing-window ${drag.dragging ? "cursor-grabbing" : "cursor-grab"}` : undefined
          }
          {...(works && {
            tabIndex: 0,
            role: "application",
            "aria-label":
              "The picture in its window. Arrow keys move the crop, with Shift further; plus and minus zoom.",
          })}
          {...drag.handlers}
          onDoubleClick={works ? () => change(plan.fit.mode === "contain" ? CENTRED : AS_BEGUN) : undefined}
          onFocus={() => choose(null)}
        />
        <KeepZones plan={plan} rows={worksheet.zones} whole={whole} still={!works} />
        {drawing && (
          <ZonePad
            whole={whole}
            angle={angle}
            printed={printed}
            surface={surface}
            plan={plan}
            onDone={() => draw(false)}
          />
        )}
        {picking && (
          <Rect
            box={printed}
            fill="transparent"
            className="cursor-crosshair"
            data-testid="colour-pad"
            onPointerDown={(event: PointerEvent) => {
              const at = shareOf(surface.current, event, whole, angle);
              void pickedColour(proof, at, turn).then((colour) => colour && change({ "fit.colour": colour }));
              pick(false);
            }}
          />
        )}
        <DimensionLine from={[trim[0], above]} to={[trim[0] + trim[2], above]} text="" />
        <DimensionLine from={[leftLine, trim[1]]} to={[leftLine, trim[1] + trim[3]]} text="" />
        {edge.kind !== "none" && (
          <>
            <DimensionLine
              from={[inner.box[0], below]}
              to={[inner.box[0] + inner.box[2], below]}
              text={inner.width}
              about="figure:image_width"
              quiet
            />
            <DimensionLine
              from={[rightLine, inner.box[1]]}
              to={[rightLine, inner.box[1] + inner.box[3]]}
              text={inner.height}
              about="figure:image_height"
              quiet
            />
          </>
        )}
        {noticed && (
          <LossNotes
            figures={figures}
            whole={whole}
            printed={printed}
            lines={
              edge.kind === "none"
                ? { top: above, left: leftLine, right: room, bottom: props.height }
                : { top: above, left: leftLine, right: rightLine, bottom: below }
            }
          />
        )}
      </svg>
      <button
        type="button"
        className="plain-button hand-toggle"
        data-fitting={props.fitting || undefined}
        aria-pressed={hand}
        onClick={() => takeHand(!hand)}
      >
        <Hand size={15} aria-hidden />{" "}
        <span className="hand-words">{hand ? "Let the picture lie" : "Move the picture"}</span>
      </button>
      <DimensionField
        label="Width"
        about="figure:target_width"
        text={text("target_width")}
        at={across}
        unit={props.unit}
        onLength={target("width")}
      />
      <DimensionField
        label="Height"
        about="figure:target_height"
        text={text("target_height")}
        at={upright}
        unit={props.unit}
        onLength={target("height")}
      />
      {turning && (
        <>
          <p className="folded-note soft">The hatched corners are folded under: nobody sees them.</p>
          <TurningCanvas drawing={worksheet.drawing} proof={proof} />
        </>
      )}
      <EdgeHandles
        grips={gripsInHand(worksheet.grips, plan)}
        view={view}
        unit={props.unit}
        onHold={setGripped}
      />
    </>
  );
}

/** Where a pointer is in the picture, in shares of its sides, however it leans. */
function shareOf(
  surface: SVGSVGElement | null,
  event: { clientX: number; clientY: number },
  whole: BoxMm,
  angle: number,
): Pair {
  const box = surface?.getBoundingClientRect();
  const [x, y, w, h] = whole;
  const away: Pair = [
    event.clientX - (box?.left ?? 0) - x - w / 2,
    event.clientY - (box?.top ?? 0) - y - h / 2,
  ];
  const own = alongPicture(away, angle);
  return [own[0] / w + 0.5, own[1] / h + 0.5];
}

/** Draws a keep zone: by dragging, or with Enter one in the middle of what is printed. */
function ZonePad(props: {
  whole: BoxMm;
  printed: BoxMm;
  angle: number;
  surface: React.RefObject<SVGSVGElement | null>;
  plan: Plan;
  onDone: () => void;
}) {
  const { whole, printed, angle, surface, plan } = props;
  const change = usePlanStore((store) => store.change);
  const choose = useFitTools((tools) => tools.choose);
  const [box, setBox] = useState<ZoneBox | null>(null);
  const keep = plan.fit.keep;
  const add = (zone: ZoneBox | null) => {
    props.onDone();
    if (!zone) return;
    const name = freshName(keep.map((one) => one.name));
    change({ "fit.keep": [...keep, { name, ...zone }] });
    choose(keep.length);
  };
  const drag = useDrag<Pair>({
    begin: (event) => shareOf(surface.current, event, whole, angle),
    move: (start, event) => setBox(between(start, shareOf(surface.current, event, whole, angle))),
    end: (start, event) => add(between(start, shareOf(surface.current, event, whole, angle))),
    cancel: () => setBox(null),
  });
  const middle = (): ZoneBox | null => {
    const centre: Pair = [
      (printed[0] + printed[2] / 2 - whole[0]) / whole[2],
      (printed[1] + printed[3] / 2 - whole[1]) / whole[3],
    ];
    return between([centre[0] - 0.1, centre[1] - 0.1], [centre[0] + 0.1, centre[1] + 0.1]);
  };
  return (
    <g transform={leaning(whole, angle)}>
      <Rect
        box={whole}
        fill="transparent"
        className="zone-pad cursor-crosshair"
        tabIndex={0}
        role="application"
        data-testid="zone-pad"
        aria-label="Drag over what must be kept, or press Enter for a zone in the middle. Escape leaves it."
        ref={(node: SVGRectElement | null) => node?.focus()}
        {...drag()}
        onKeyDown={(event: React.KeyboardEvent) => {
          if (event.key === "Enter") add(middle());
          else if (event.key === "Escape") props.onDone();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      />
      {box && (
        <Rect
          box={[whole[0] + box.x * whole[2], whole[1] + box.y * whole[3], box.w * whole[2], box.h * whole[3]]}
          fill="#ffffff"
          fillOpacity={0.2}
          stroke="#1b2423"
          strokeWidth={1.5}
          strokeDasharray="2 4"
          pointerEvents="none"
        />
      )}
    </g>
  );
}
