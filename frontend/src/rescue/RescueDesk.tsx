import { type PointerEvent, type RefObject, useState } from "react";
import type { RescueChain, RescueKind, RescuePick, RescueState } from "../api/types";
import { useDrag } from "../drawing/useDrag";
import { ASSUMED, useCalibration } from "../look/calibration";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { stepOf } from "./chain";
import { Outlines } from "./Outlines";
import type { Node } from "./outlinePath";
import { held, pushed, scaled, type Whole } from "./place";
import type { Part, SeenPart } from "./useRescueView";

/** What a press on the picture does. */
export type Hand = "move" | "pick" | "round" | "dust";

export interface DeskProps {
  /** What the part is shown in: whoever puts the part together measures it. */
  surface: RefObject<HTMLDivElement | null>;
  rescue: RescueState;
  chain: RescueChain;
  step: RescueKind;
  of: Whole;
  part: Part;
  onPart: (part: Part) => void;
  before: SeenPart | null;
  after: SeenPart | null;
  busy: boolean;
  problem: Error | null;
  /** What is shown left of the divider, and right of it. */
  words: readonly [string, string];
  hand: Hand;
  outlines: boolean;
  pick: number | null;
  onColour: (colour: string, at: { x: number; y: number }) => void;
  onRound: (polygon: [number, number][], colour: string) => void;
  onDab: (x: number, y: number) => void;
  onPicks: (change: (pick: RescuePick) => RescuePick) => void;
}

const STRIDE = 0.04;

/** Before at the left of the divider, after at the right, both the same part at the same size. */
export function RescueDesk(props: DeskProps) {
  const { surface, part, of, before, after, hand } = props;
  const [divide, setDivide] = useState(0.5);
  const [round, setRound] = useState<{ x: number; y: number }[] | null>(null);
  const { pxPerMm } = useCalibration();
  const mm = props.rescue.mm_per_px;
  const trueScale = mm === null ? null : mm * (pxPerMm ?? ASSUMED);
  const middle = { x: part.width / 2, y: part.height / 2 };
  const toScale = (scale: number) => props.onPart(held(scaled(part, scale, middle), of));
  const fits = Math.min(part.width / of.width, part.height / of.height);
  const at = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
    const box = surface.current?.getBoundingClientRect();
    return {
      x: part.x + (clientX - (box?.left ?? 0)) / part.scale,
      y: part.y + (clientY - (box?.top ?? 0)) / part.scale,
    };
  };
  const share = (place: { x: number; y: number }): [number, number] => [
    Math.min(1, Math.max(0, place.x / props.rescue.width_px)),
    Math.min(1, Math.max(0, place.y / props.rescue.height_px)),
  ];
  const colourAt = (place: { x: number; y: number }) => colourIn(before ?? after, place);
  const drag = useDrag<{ part: Part; x: number; y: number; line: { x: number; y: number }[] }>({
    begin: (event) => ({ part, x: event.clientX, y: event.clientY, line: [at(event)] }),
    move: (from, event) => {
      if (hand === "move") {
        props.onPart(held(pushed(from.part, event.clientX - from.x, event.clientY - from.y), of));
      } else if (hand === "round") {
        from.line.push(at(event));
        setRound([...from.line]);
      }
    },
    end: (from, event) => {
      setRound(null);
      const place = at(event);
      const still = Math.hypot(event.clientX - from.x, event.clientY - from.y) < 4;
      if (hand === "dust" && still) props.onDab(...share(place));
      if (hand === "pick" && still) {
        const colour = colourAt(place);
        if (colour) props.onColour(colour, place);
      }
      if (hand === "round" && !still) {
        const line = thinned(from.line).map(share);
        const colour = darkestIn(before ?? after, from.line);
        if (line.length >= 3 && colour) props.onRound(line, colour);
      }
    },
    cancel: (from) => {
      setRound(null);
      props.onPart(from.part);
    },
  });
  const divider = useDrag<number>({
    begin: () => divide,
    move: (_, event) => setDivide(heldShare(event, surface.current)),
    end: () => undefined,
    cancel: setDivide,
  });
  const letterings = after?.found.traced ?? [];
  return (
    <section className="panel rescue-desk" aria-label="Before and after">
      <div className="rescue-words">
        <span>{typeset(props.words[0])}</span>
        <span>{typeset(props.words[1])}</span>
      </div>
      <div
        ref={surface}
        className="rescue-surface hand-surface"
        data-hand={hand}
        data-testid="rescue-surface"
        onWheel={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const place = { x: event.clientX - box.left, y: event.clientY - box.top };
          props.onPart(held(scaled(part, part.scale * 1.0015 ** -event.deltaY, place), of));
        }}
        {...drag()}
      >
        <div className="rescue-side" style={{ clipPath: `inset(0 0 0 ${divide * 100}%)` }}>
          <Shown seen={after} part={part} rescue={props.rescue} alt="After the steps" />
        </div>
        <div className="rescue-side" style={{ clipPath: `inset(0 ${100 - divide * 100}% 0 0)` }}>
          <Shown seen={before} part={part} rescue={props.rescue} alt="Before them" />
        </div>
        {props.outlines && letterings.length > 0 && (
          <Outlines
            letterings={letterings}
            part={part}
            held={props.step === "lettering" ? props.pick : null}
            onMove={(node, to) => props.onPicks(moved(node, to, props.rescue))}
            onSmooth={(node) => props.onPicks(smoothed(node, props.rescue))}
          />
        )}
        {round && (
          <svg className="rescue-outlines" aria-hidden viewBox={`0 0 ${part.width} ${part.height}`}>
            <polyline
              className="rescue-round"
              points={round
                .map((one) => `${(one.x - part.x) * part.scale},${(one.y - part.y) * part.scale}`)
                .join(" ")}
            />
          </svg>
        )}
        {props.step === "clean" && <Dabs chain={props.chain} rescue={props.rescue} part={part} />}
        {props.problem && (
          // Over the picture: a line that took room would change the part, and with it the question.
          <div className="rescue-problem">
            <Problem message={props.problem.message} />
          </div>
        )}
        <div
          className="rescue-divider"
          style={{ left: `${divide * 100}%` }}
          role="slider"
          tabIndex={0}
          aria-label="Where before ends and after begins"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(divide * 100)}
          aria-valuetext={`before to ${Math.round(divide * 100)} %`}
          {...divider()}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -STRIDE, ArrowRight: STRIDE, Home: -1, End: 1 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            event.stopPropagation();
            setDivide(Math.min(1, Math.max(0, divide + by)));
          }}
        />
      </div>
      <div className="rescue-foot">
        <Pick
          label="How large it is shown"
          options={[
            { value: "whole", label: "Whole" },
            ...(trueScale === null ? [] : [{ value: "true", label: "Print size" } as const]),
            { value: "pixel", label: "100 % of the picture" },
          ]}
          value={
            near(part.scale, fits)
              ? "whole"
              : trueScale !== null && near(part.scale, trueScale)
                ? "true"
                : near(part.scale, 1)
                  ? "pixel"
                  : null
          }
          onPick={(to) => toScale(to === "whole" ? fits : to === "true" ? (trueScale ?? 1) : 1)}
        />
        <span className="soft" role="status">
          {props.busy ? "working it out …" : HANDS[hand]}
        </span>
      </div>
    </section>
  );
}

const near = (one: number, other: number) => Math.abs(one / other - 1) < 0.002;
const HANDS: Record<Hand, string> = {
  move: "drag to move · wheel to zoom · hold F for the step before, B for the picture as it is",
  pick: "click the darkest part of a letter",
  round: "draw round the lettering with the button held",
  dust: "click every speck of dust",
};

interface ShownProps {
  seen: SeenPart | null;
  part: Part;
  rescue: RescueState;
  alt: string;
}

/** A picture at its place; one of another part stays until the new one is there, where it belongs. Before the first, it is
 * the picture as it lies on the shelf. */
function Shown({ seen, part, rescue, alt }: ShownProps) {
  if (!seen) {
    const [width, height] = [rescue.width_px, rescue.height_px].map((side) => side * part.scale);
    return (
      <img
        src={`/api/pictures/${rescue.picture}/bench.jpg`}
        alt=""
        draggable={false}
        className="rescue-shown"
        style={{ left: -part.x * part.scale, top: -part.y * part.scale, width, height }}
      />
    );
  }
  const { x, y, scale, width, height } = seen.of.part;
  return (
    <img
      src={seen.image}
      alt={alt}
      draggable={false}
      className="rescue-shown"
      style={{
        left: (x - part.x) * part.scale,
        top: (y - part.y) * part.scale,
        width: (width / scale) * part.scale,
        height: (height / scale) * part.scale,
      }}
    />
  );
}

function Dabs({ chain, rescue, part }: { chain: RescueChain; rescue: RescueState; part: Part }) {
  const { dabs } = stepOf(chain, "clean");
  if (!dabs.length) return null;
  return (
    <svg className="rescue-outlines" aria-hidden viewBox={`0 0 ${part.width} ${part.height}`}>
      {dabs.map((dab, at) => (
        <circle
          key={at}
          className="rescue-dab"
          cx={(dab.x * rescue.width_px - part.x) * part.scale}
          cy={(dab.y * rescue.height_px - part.y) * part.scale}
          r={Math.max(4, dab.r * rescue.width_px * part.scale)}
        />
      ))}
    </svg>
  );
}

function heldShare(event: PointerEvent, surface: HTMLDivElement | null): number {
  const box = surface?.getBoundingClientRect();
  return box ? Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)) : 0.5;
}

function pixels(seen: SeenPart | null): CanvasRenderingContext2D | null {
  if (!seen) return null;
  const canvas = document.createElement("canvas");
  canvas.width = seen.picture.naturalWidth;
  canvas.height = seen.picture.naturalHeight;
  const context = canvas.getContext("2d", { willReadFrequently: true });
  context?.drawImage(seen.picture, 0, 0);
  return context;
}

const hex = (parts: number[]) => `#${parts.map((part) => part.toString(16).padStart(2, "0")).join("")}`;

/** The colour under a place of the picture, of what is shown there. */
function colourIn(seen: SeenPart | null, place: { x: number; y: number }): string | null {
  const context = pixels(seen);
  if (!context || !seen) return null;
  const { part } = seen.of;
  const x = Math.floor((place.x - part.x) * part.scale);
  const y = Math.floor((place.y - part.y) * part.scale);
  if (x < 0 || y < 0 || x >= context.canvas.width || y >= context.canvas.height) return null;
  return hex(Array.from(context.getImageData(x, y, 1, 1).data.slice(0, 3)));
}

/** The colour that lies farthest from the usual one inside a line: lettering, where the rest is its ground. */
function darkestIn(seen: SeenPart | null, line: { x: number; y: number }[]): string | null {
  const context = pixels(seen);
  if (!context || !seen) return null;
  const { part } = seen.of;
  const path = new Path2D();
  line.forEach((one, at) => {
    const x = (one.x - part.x) * part.scale;
    const y = (one.y - part.y) * part.scale;
    if (at) path.lineTo(x, y);
    else path.moveTo(x, y);
  });
  const { width, height } = context.canvas;
  const data = context.getImageData(0, 0, width, height).data;
  const inside: [number, number, number][] = [];
  for (let y = 0; y < height; y += 2)
    for (let x = 0; x < width; x += 2)
      if (context.isPointInPath(path, x, y)) {
        const at = 4 * (y * width + x);
        inside.push([data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0]);
      }
  if (!inside.length) return null;
  const usual = [0, 1, 2].map((band) => middleOf(inside.map((one) => one[band] ?? 0)));
  const far = (one: number[]) => one.reduce((sum, value, band) => sum + (value - (usual[band] ?? 0)) ** 2, 0);
  const sorted = inside
    .sort((one, other) => far(other) - far(one))
    .slice(0, Math.max(1, Math.floor(inside.length / 50)));
  return hex([0, 1, 2].map((band) => middleOf(sorted.map((one) => one[band] ?? 0))));
}

const middleOf = (values: number[]) =>
  values.sort((one, other) => one - other)[Math.floor(values.length / 2)] ?? 0;

/** A hand's line with so many points as a chain takes. */
function thinned(line: { x: number; y: number }[]) {
  const every = Math.max(1, Math.ceil(line.length / 200));
  return line.filter((_, at) => at % every === 0);
}

const shareOf = (node: { x: number; y: number }, { width_px, height_px }: RescueState): [number, number] => [
  Math.min(1, Math.max(0, node.x / width_px)),
  Math.min(1, Math.max(0, node.y / height_px)),
];

/** A node that was moved before is moved on from where it was at first. */
function moved(node: Node, to: { x: number; y: number }, rescue: RescueState) {
  return (pick: RescuePick): RescuePick => {
    const at = shareOf(node, rescue);
    const next: [number, number] = [to.x / rescue.width_px, to.y / rescue.height_px];
    const same = pick.moved.findIndex(
      (one) =>
        Math.hypot((one.to[0] - at[0]) * rescue.width_px, (one.to[1] - at[1]) * rescue.height_px) < 0.02,
    );
    if (same < 0) return { ...pick, moved: [...pick.moved, { at, to: next }] };
    return {
      ...pick,
      moved: pick.moved.map((one, number) => (number === same ? { ...one, to: next } : one)),
    };
  };
}

const smoothed =
  (node: Node, rescue: RescueState) =>
  (pick: RescuePick): RescuePick => ({
    ...pick,
    smoothed: [...pick.smoothed, shareOf(node, rescue)],
  });
