import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Plan, PictureFacts, Unit, Worksheet } from "../api/types";
import { typeset } from "../shell/typeset";
import { BorderHandles } from "./BorderHandles";
import { DimensionField } from "./DimensionField";
import { DimensionLine, dimensionWidth } from "./DimensionLine";
import { usePlanStore } from "./planStore";
import { anchorInForce, draggedAnchor, fitted, onScreen, pictureNow, sameView } from "./placement";
import { turnedImage } from "./turnedImage";
import { useSize } from "./useSize";

const NUDGE = 0.01;
const SHOVE = 0.1;

/** The print to scale: sheet, edge, picture in its window, what the crop throws away, dimensions. */
export function Drawing(props: {
  plan: Plan;
  worksheet: Worksheet;
  picture: PictureFacts;
  unit: Unit;
}) {
  const { element, width, height } = useSize<HTMLDivElement>();
  return (
    <div ref={element} className="relative h-full w-full overflow-hidden" data-testid="drawing">
      {width > 0 && <Sheet {...props} width={width} height={height} />}
    </div>
  );
}

function Sheet(props: {
  plan: Plan;
  worksheet: Worksheet;
  picture: PictureFacts;
  unit: Unit;
  width: number;
  height: number;
}) {
  const { plan, worksheet } = props;
  const change = usePlanStore((store) => store.change);
  const boxes = worksheet.reckoning.boxes;
  const now = pictureNow(boxes, plan);
  const drag = useCropDrag(props);
  // While a hand drags, the view stays as it was: the sheet must not move under the finger.
  const fresh = fitted(boxes.document, now.picture, props.width, props.height);
  const [view, setView] = useState(fresh);
  if (!drag.dragging && !sameView(view, fresh)) setView(fresh);
  const names = { hatch: useId(), window: useId() };
  const figures = new Map(worksheet.reckoning.figures.map((figure) => [figure.id, figure]));
  const text = (id: string) => typeset(figures.get(id)?.text ?? "");

  const trim = onScreen(boxes.trim, view);
  const sheet = onScreen(boxes.document, view);
  const image = onScreen(boxes.image, view);
  const printed = onScreen(now.printed, view);
  const whole = onScreen(now.picture, view);
  const edge = plan.edge ?? { kind: "none" as const };
  const paper = "colour" in edge && edge.colour ? edge.colour : "#ffffff";
  const padding = plan.fit?.colour ?? paper;
  const proof = `/api/pictures/${props.picture.id}/bench.jpg`;
  const cropped = boxes.picture[2] > boxes.image[2] + 0.01 || boxes.picture[3] > boxes.image[3] + 0.01;
  const outer = { x: Math.max(0, Math.min(sheet[0], whole[0])), y: Math.max(0, Math.min(sheet[1], whole[1])) };
  const end = { x: Math.max(sheet[0] + sheet[2], whole[0] + whole[2]), y: Math.max(sheet[1] + sheet[3], whole[1] + whole[3]) };
  const above = Math.max(20, outer.y - 24);
  const below = Math.min(props.height - 16, end.y + 24);
  const left = outer.x - dimensionWidth(text("target_height")) / 2 - 12;
  const right = end.x + dimensionWidth(text("image_height")) / 2 + 12;
  const noticed = Number(figures.get("loss")?.value ?? 0) > 0.001;
  const cutTop = figures.get("cut_top");
  const cutLeft = figures.get("cut_left");

  const across = [(trim[0] * 2 + trim[2]) / 2, above] as const;
  const upright = [Math.max(34, left), (trim[1] * 2 + trim[3]) / 2] as const;
  const target = (side: "width" | "height") => (typed: string) => change({ [`target.${side}`]: typed });
  return (
    <>
    <svg width={props.width} height={props.height} className="block select-none" role="group"
      aria-label="The print, drawn to scale">
      <defs>
        <pattern id={names.hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="9" stroke="var(--sheet-line)" strokeWidth="1.6" opacity="0.55" />
        </pattern>
        <clipPath id={names.window}>
          <Rect box={printed} />
        </clipPath>
      </defs>
      <Rect box={sheet} fill={paper} stroke="var(--sheet-line)" strokeWidth={1.5} />
      {cropped && (
        <g data-testid="cropped-away">
          <image href={proof} preserveAspectRatio="none" opacity="0.32" {...turnedImage(whole, plan.fit?.turn ?? 0)} />
          <Rect box={whole} fill={`url(#${names.hatch})`} stroke="var(--sheet-line)" strokeWidth={0.75} strokeDasharray="2 3" />
          <Rect box={trim} fill="none" stroke="var(--sheet-line)" strokeWidth={1.5} />
        </g>
      )}
      <Rect box={image} fill={padding} />
      <Rect box={printed} fill="#9aa39f" />
      <g clipPath={`url(#${names.window})`}>
        <image href={proof} preserveAspectRatio="none" {...turnedImage(whole, plan.fit?.turn ?? 0)} />
      </g>
      {edge.kind === "wrap" && <MirroredSides proof={proof} fill={edge.fill ?? "picture"} face={image} sheet={sheet} colour={edge.colour ?? "#ffffff"} />}
      <Sides boxes={boxes} edge={edge} view={view} />
      <Zones plan={plan} whole={whole} />
      <Rect
        box={printed}
        fill="transparent"
        className={`drawing-window ${drag.dragging ? "cursor-grabbing" : "cursor-grab"}`}
        tabIndex={0}
        role="application"
        aria-label="The picture in its window. Arrow keys move the crop, with Shift further."
        {...drag.handlers(view.scale)}
      />
      <DimensionLine from={[trim[0], above]} to={[trim[0] + trim[2], above]}
        text="" />
      <DimensionLine from={[Math.max(34, left), trim[1]]} to={[Math.max(34, left), trim[1] + trim[3]]}
        text="" />
      {edge.kind !== "none" && (
        <>
          <DimensionLine from={[image[0], below]} to={[image[0] + image[2], below]}
            text={text("image_width")} quiet />
          <DimensionLine from={[Math.min(props.width - 34, right), image[1]]} to={[Math.min(props.width - 34, right), image[1] + image[3]]}
            text={text("image_height")} quiet />
        </>
      )}
      {cutTop && noticed && (
        <Note x={Math.min(whole[0] + whole[2], printed[0] + printed[2]) - 4} y={whole[1] - 6} text={`−${typeset(cutTop.text)}`} anchor="end" />
      )}
      {cutLeft && noticed && <Note x={whole[0] + 4} y={whole[1] + whole[3] + 14} text={`−${typeset(cutLeft.text)}`} anchor="start" />}
    </svg>
      <DimensionField label="Width" text={text("target_width")} at={across} unit={props.unit} onLength={target("width")} />
      <DimensionField label="Height" text={text("target_height")} at={upright} unit={props.unit} onLength={target("height")} />
      {edge.kind === "border" && (
        <BorderHandles edge={edge} trim={boxes.trim} image={boxes.image} view={view} unit={props.unit} />
      )}
    </>
  );
}

type ScreenBox = readonly [number, number, number, number];

function Rect({ box, ...rest }: { box: ScreenBox } & React.SVGProps<SVGRectElement>) {
  const [x, y, width, height] = box;
  return <rect x={x} y={y} width={Math.max(0, width)} height={Math.max(0, height)} {...rest} />;
}

/** The sides of a wrap, the bleed, the safe area, the mat's opening: what plans from elsewhere hold. */
function Sides(props: {
  boxes: Worksheet["reckoning"]["boxes"];
  edge: NonNullable<Plan["edge"]>;
  view: Parameters<typeof onScreen>[1];
}) {
  const lines = (["fold_back", "fold", "opening", "safe", "trim"] as const).filter(
    (name) => props.boxes[name] && (name !== "trim" || props.edge.kind === "bleed"),
  );
  return (
    <g fill="none" stroke="var(--sheet-line)">
      {lines.map((name) => (
        <Rect key={name} box={onScreen(props.boxes[name] as ScreenBox as [number, number, number, number], props.view)}
          strokeDasharray={name === "safe" ? "2 3" : name === "trim" ? undefined : "7 4"} />
      ))}
    </g>
  );
}

/** What the sides of a canvas will show: the picture mirrored outwards, its rim drawn out, or a colour. */
function MirroredSides(props: { proof: string; fill: string; face: ScreenBox; sheet: ScreenBox; colour: string }) {
  const clip = useId();
  const [x, y, w, h] = props.face;
  if (props.fill === "picture") return null;
  if (props.fill === "colour" || props.fill === "stretch")
    return <path d={ring(props.sheet, props.face)} fillRule="evenodd" fill={props.fill === "colour" ? props.colour : "#9aa39f"} />;
  const flips = [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => [i, j] as const)).filter(([i, j]) => i || j);
  return (
    <g clipPath={`url(#${clip})`} opacity={0.72} data-testid="mirrored-sides">
      <clipPath id={clip}>
        <path d={ring(props.sheet, props.face)} clipRule="evenodd" />
      </clipPath>
      {flips.map(([i, j]) => (
        <image key={`${i} ${j}`} href={props.proof} preserveAspectRatio="none" width={w} height={h}
          transform={`translate(${x + i * w + (i ? w : 0)} ${y + j * h + (j ? h : 0)}) scale(${i ? -1 : 1} ${j ? -1 : 1})`} />
      ))}
    </g>
  );
}

function ring(outer: ScreenBox, inner: ScreenBox): string {
  return [outer, inner].map(([x, y, w, h]) => `M${x} ${y}h${w}v${h}h${-w}z`).join("");
}

function Zones({ plan, whole }: { plan: Plan; whole: ScreenBox }) {
  const [x, y, w, h] = whole;
  return (
    <g>
      {(plan.fit?.keep ?? []).map((zone, index) => {
        const box = [x + zone.x * w, y + zone.y * h, zone.w * w, zone.h * h] as const;
        return (
          <g key={index}>
            <Rect box={box} fill="none" stroke="#1b2423" strokeWidth={3} strokeDasharray="2 4" opacity={0.55} />
            <Rect box={box} fill="none" stroke="#ffffff" strokeWidth={1.5} strokeDasharray="2 4" />
            <text x={box[0] + 3} y={box[1] - 5} fontSize={13} fontWeight={500} fill="#1b2423" stroke="#ffffff" strokeWidth={3.5} strokeOpacity={0.85} paintOrder="stroke">
              {zone.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Note(props: { x: number; y: number; text: string; anchor: "start" | "end" }) {
  return (
    <text className="figure" x={props.x} y={props.y} textAnchor={props.anchor} fontSize={13.5} fontWeight={500}
      fill="#22302f" stroke="#ffffff" strokeWidth={3} strokeOpacity={0.75} paintOrder="stroke">
      {props.text}
    </text>
  );
}

/** Dragging and nudging the picture in its window: both end in an anchor. */
function useCropDrag(props: { plan: Plan; worksheet: Worksheet }) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const [dragging, setDragging] = useState(false);
  const start = useRef<{ x: number; y: number; anchor: [number, number] } | null>(null);
  const boxes = props.worksheet.reckoning.boxes;
  const anchor = (): [number, number] =>
    props.plan.fit?.auto ? anchorInForce(boxes) : ((props.plan.fit?.anchor as [number, number]) ?? [0.5, 0.5]);
  const put = (to: [number, number], going: boolean) =>
    change({ "fit.anchor": to, "fit.auto": false }, going);

  return {
    dragging,
    handlers: (scale: number) => ({
      onPointerDown: (event: PointerEvent<SVGRectElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { x: event.clientX, y: event.clientY, anchor: anchor() };
        setDragging(true);
      },
      onPointerMove: (event: PointerEvent<SVGRectElement>) => {
        const from = start.current;
        if (!from) return;
        const by = [(event.clientX - from.x) / scale, (event.clientY - from.y) / scale] as const;
        put(draggedAnchor(boxes, from.anchor, by[0], by[1]), true);
      },
      onPointerUp: () => {
        if (!start.current) return;
        start.current = null;
        setDragging(false);
        settle();
      },
      onKeyDown: (event: KeyboardEvent<SVGRectElement>) => {
        const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
        if (!way) return;
        event.preventDefault();
        event.stopPropagation();
        const by = event.shiftKey ? SHOVE : NUDGE;
        const [x, y] = anchor();
        const to = (value: number, sign: number) =>
          Math.min(1, Math.max(0, Math.round((value + sign * by) * 1e4) / 1e4));
        put([to(x, way[0] ?? 0), to(y, way[1] ?? 0)], false);
      },
    }),
  };
}
