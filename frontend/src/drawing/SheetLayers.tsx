import { useId, type ReactNode } from "react";
import type { BoxMm, Drawing, DrawnPiece } from "../api/types";
import { CUT_AWAY, Hatch } from "./Hatch";
import { corners, leaningBox, ring } from "./outlines";
import { onScreen, type View } from "./placement";
import { ProofImage } from "./ProofImage";
import { Rim } from "./Rim";
import { CAPITALS } from "./SheetInk";
import "./ink.css";
import { turnedImage } from "./turnedImage";

export type ScreenBox = readonly [number, number, number, number];

export function Rect({ box, ...rest }: { box: ScreenBox } & React.ComponentProps<"rect">) {
  const [x, y, width, height] = box;
  return <rect x={x} y={y} width={Math.max(0, width)} height={Math.max(0, height)} {...rest} />;
}

/** mm beyond which a picture is cropped and not just rounded. */
const CROPPED = 0.01;

/**
 * A sheet in layers, to work on: the paper, what a crop throws away (ghosted and hatched), the picture in
 * its window, then what lies over it (`children`), the lines of its boxes, and its strokes.
 *
 * `piece` is the picture as the hand has it now; the drawing is as it was reckoned last.
 */
export function SheetLayers(props: {
  drawing: Drawing;
  piece: DrawnPiece;
  view: View;
  proof: string;
  paper?: string;
  padding?: string;
  children?: ReactNode;
}) {
  const { piece, view, proof, paper = "#ffffff" } = props;
  const { boxes, strokes, labels } = props.drawing;
  const names = { hatch: useId(), window: useId(), box: useId() };
  const rim = props.drawing.pieces[0]?.rim;
  const [picture, printed] = [onScreen(piece.picture, view), onScreen(piece.printed, view)];
  const image = turnedImage(picture, piece.turn, piece.angle);
  const cropped =
    piece.picture[2] > piece.printed[2] + CROPPED || piece.picture[3] > piece.printed[3] + CROPPED;
  return (
    <>
      <defs>
        <Hatch id={names.hatch} tile={13} lines={CUT_AWAY} />
        <clipPath id={names.window}>
          <Rect box={printed} />
        </clipPath>
      </defs>
      <Rect box={onScreen(boxes.document, view)} fill={paper} stroke="var(--sheet-line)" strokeWidth={1.5} />
      {cropped && (
        <g data-testid="cropped-away">
          <ProofImage href={proof} opacity="0.32" {...image} />
          <path
            d={ring(leaningBox(picture, piece.angle), corners(printed))}
            fillRule="evenodd"
            fill={`url(#${names.hatch})`}
          />
          <path
            d={ring(leaningBox(picture, piece.angle))}
            fill="none"
            stroke="var(--sheet-line)"
            strokeWidth={0.75}
            strokeDasharray="2 3"
          />
          <Rect
            box={onScreen(boxes.trim ?? boxes.document, view)}
            fill="none"
            stroke="var(--sheet-line)"
            strokeWidth={1.5}
          />
        </g>
      )}
      <g id={names.box}>
        <Rect box={onScreen(boxes.image ?? boxes.document, view)} fill={props.padding ?? paper} />
        <Rect box={printed} fill="#9aa39f" />
        <g clipPath={`url(#${names.window})`}>
          <ProofImage href={proof} {...image} />
        </g>
      </g>
      {rim && (
        <Rim
          rim={rim}
          image={onScreen(rim.image, view)}
          content={onScreen(rim.content, view)}
          of={names.box}
        />
      )}
      {props.children}
      <Lines drawing={props.drawing} view={view} />
      {strokes.map((stroke) => (
        <Line
          key={`${stroke.kind} ${stroke.start.join(" ")} ${stroke.end.join(" ")}`}
          stroke={stroke}
          view={view}
        />
      ))}
      {labels.map((label) => (
        <Words key={`${label.text} ${label.at.join(" ")}`} label={label} view={view} paper={paper} />
      ))}
    </>
  );
}

/** A stroke in its width and colour, never thinner than a hair. */
function Line({ stroke, view }: { stroke: Drawing["strokes"][number]; view: View }) {
  const [x1, y1] = onScreen([...stroke.start, 0, 0], view);
  const [x2, y2] = onScreen([...stroke.end, 0, 0], view);
  return (
    <line
      {...{ x1, y1, x2, y2 }}
      stroke={stroke.kind === "keyline" ? stroke.colour : "var(--sheet-line)"}
      strokeWidth={Math.max(0.75, stroke.width * view.scale)}
      data-stroke={stroke.kind}
    />
  );
}

/** Printed words in their own font, as long as they will be. */
function Words(props: { label: Drawing["labels"][number]; view: View; paper: string }) {
  const { label, view } = props;
  const [x, y, width, height] = onScreen([...label.at, label.width, label.height], view);
  return (
    <>
      {/* What a crop throws away shows through the border; the words stand clear of it. */}
      <Rect
        box={[x - height / 2, y - height * 1.5, width + height, height * 2]}
        fill={props.paper}
        fillOpacity={0.85}
      />
      <text
        x={x}
        y={y}
        className="printed-words"
        data-font={label.font}
        fontSize={(label.height / CAPITALS) * view.scale}
        textLength={label.width * view.scale}
        lengthAdjust="spacingAndGlyphs"
        fill={label.colour}
      >
        {label.text}
      </text>
    </>
  );
}

/** Dashes that tell one kind of line from another. */
const DASHES = { fold_back: "7 4", fold: "7 4", opening: "7 4", safe: "2 3" } as const;

/** Folds, opening and safe area; the trim, where the document goes beyond it. */
function Lines({ drawing: { boxes }, view }: { drawing: Drawing; view: View }) {
  const names = Object.keys(DASHES) as (keyof typeof DASHES)[];
  return (
    <g fill="none" stroke="var(--sheet-line)">
      {names.map((name) => {
        const box = boxes[name];
        return box && <Rect key={name} box={onScreen(box, view)} strokeDasharray={DASHES[name]} />;
      })}
      {boxes.fold && <FoldedCorners outer={boxes.content ?? boxes.document} face={boxes.fold} view={view} />}
      {boxes.trim && !boxes.fold && !alike(boxes.trim, boxes.document) && (
        <Rect box={onScreen(boxes.trim, view)} />
      )}
    </g>
  );
}

/** Dark on light: it has to be seen on any picture. */
const FOLDED_UNDER = [
  { width: 2.2, colour: "#fff", opacity: 0.55 },
  { width: 0.7, colour: "#1b2423", opacity: 0.7 },
];

/** The corners of a canvas are folded under: nobody sees what lies there. */
function FoldedCorners({ outer, face, view }: { outer: BoxMm; face: BoxMm; view: View }) {
  const hatch = useId();
  const [x, y, right, bottom] = [outer[0], outer[1], outer[0] + outer[2], outer[1] + outer[3]];
  const [left, top] = [face[0] - x, face[1] - y];
  const [faceRight, faceBottom] = [face[0] + face[2], face[1] + face[3]];
  const squares: BoxMm[] = [
    [x, y, left, top],
    [faceRight, y, right - faceRight, top],
    [faceRight, faceBottom, right - faceRight, bottom - faceBottom],
    [x, faceBottom, left, bottom - faceBottom],
  ];
  return (
    <g data-testid="folded-corners">
      <Hatch id={hatch} tile={10} lines={FOLDED_UNDER} />
      {squares.map((box) => (
        <Rect key={box.join(" ")} box={onScreen(box, view)} fill={`url(#${hatch})`} stroke="none" />
      ))}
    </g>
  );
}

const alike = (one: BoxMm, other: BoxMm) => one.every((side, at) => side === other[at]);
