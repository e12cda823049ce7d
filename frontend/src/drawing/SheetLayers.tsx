import { useId, type ReactNode } from "react";
import type { BoxMm, Drawing, DrawnPiece } from "../api/types";
import { onScreen, type View } from "./placement";
import { leaning, turnedImage } from "./turnedImage";

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
  const { boxes, strokes } = props.drawing;
  const names = { hatch: useId(), window: useId() };
  const [picture, printed] = [onScreen(piece.picture, view), onScreen(piece.printed, view)];
  const image = turnedImage(picture, piece.turn, piece.angle);
  const cropped =
    piece.picture[2] > piece.printed[2] + CROPPED || piece.picture[3] > piece.printed[3] + CROPPED;
  return (
    <>
      <defs>
        <pattern
          id={names.hatch}
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="9" stroke="var(--sheet-line)" strokeWidth="1.6" opacity="0.55" />
        </pattern>
        <clipPath id={names.window}>
          <Rect box={printed} />
        </clipPath>
      </defs>
      <Rect box={onScreen(boxes.document, view)} fill={paper} stroke="var(--sheet-line)" strokeWidth={1.5} />
      {cropped && (
        <g data-testid="cropped-away">
          <image href={proof} preserveAspectRatio="none" opacity="0.32" {...image} />
          <g transform={leaning(picture, piece.angle)}>
            <Rect
              box={picture}
              fill={`url(#${names.hatch})`}
              stroke="var(--sheet-line)"
              strokeWidth={0.75}
              strokeDasharray="2 3"
            />
          </g>
          <Rect
            box={onScreen(boxes.trim ?? boxes.document, view)}
            fill="none"
            stroke="var(--sheet-line)"
            strokeWidth={1.5}
          />
        </g>
      )}
      <Rect box={onScreen(boxes.image ?? boxes.document, view)} fill={props.padding ?? paper} />
      <Rect box={printed} fill="#9aa39f" />
      <g clipPath={`url(#${names.window})`}>
        <image href={proof} preserveAspectRatio="none" {...image} />
      </g>
      {props.children}
      <Lines drawing={props.drawing} view={view} />
      {strokes.map(({ kind, start, end }) => {
        const [x1, y1] = onScreen([...start, 0, 0], view);
        const [x2, y2] = onScreen([...end, 0, 0], view);
        return (
          <line
            key={`${kind} ${start.join(" ")} ${end.join(" ")}`}
            {...{ x1, y1, x2, y2 }}
            stroke="var(--sheet-line)"
            data-stroke={kind}
          />
        );
      })}
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
      {boxes.trim && !boxes.fold && !alike(boxes.trim, boxes.document) && (
        <Rect box={onScreen(boxes.trim, view)} />
      )}
    </g>
  );
}

const alike = (one: BoxMm, other: BoxMm) => one.every((side, at) => side === other[at]);
