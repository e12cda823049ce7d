import { useId } from "react";
import type { BoxMm, Drawing, DrawnPiece } from "../api/types";
import { Hatch } from "./Hatch";
import { around, corners, leaningBox, ring } from "./outlines";
import { ProofImage } from "./ProofImage";
import { Rim } from "./Rim";
import { turnedImage } from "./turnedImage";

/**
 * A sheet in small, true to scale: its pictures in their windows and, hatched beyond the sheet, what a
 * crop throws away. `scale` is px a mm; `room` the px to draw in, the sheet in the middle.
 */
export function SheetInSmall(props: {
  drawing: Drawing;
  proof: string;
  scale: number;
  room: readonly [number, number];
  loss?: boolean;
}) {
  const { scale } = props;
  const { boxes, pieces } = props.drawing;
  const [x0, y0] = boxes.document;
  const box = (mm: BoxMm): BoxMm => [
    (mm[0] - x0) * scale,
    (mm[1] - y0) * scale,
    mm[2] * scale,
    mm[3] * scale,
  ];
  const sheet = box(boxes.document);
  const [width, height] = props.room;
  const all = props.loss === false ? sheet : around(sheet, ...pieces.map((piece) => box(piece.picture)));
  const corner = [all[0] + (all[2] - width) / 2, all[1] + (all[3] - height) / 2];
  const id = useId();
  const windows = pieces.map((piece) => box(piece.printed));
  return (
    <svg
      className="shrink-0 overflow-hidden"
      width={width}
      height={height}
      viewBox={`${corner[0]} ${corner[1]} ${width} ${height}`}
      aria-hidden
    >
      {pieces.map((piece, index) => (
        <g key={index} id={`${id}-${index}`}>
          <Piece
            piece={{ ...piece, picture: box(piece.picture), printed: box(piece.printed) }}
            sheet={sheet}
            proof={props.proof}
            loss={props.loss !== false && !piece.rim}
          />
        </g>
      ))}
      <path d={ring(corners(sheet), ...windows.map(corners))} fillRule="evenodd" fill="#fff" />
      {props.drawing.grounds.map((ground) => (
        <path
          key={ground.box.join(" ")}
          d={ring(corners(box(ground.box)), ...windows.map(corners))}
          fillRule="evenodd"
          fill={ground.colour}
        />
      ))}
      {pieces.map(
        ({ rim }, index) =>
          rim && (
            <Rim
              key={index}
              rim={rim}
              image={box(rim.image)}
              content={box(rim.content)}
              of={`${id}-${index}`}
            />
          ),
      )}
      {boxes.opening && (
        <path
          d={ring(corners(sheet), corners(box(boxes.opening)))}
          fillRule="evenodd"
          fill="#e9e4d6"
          stroke="var(--sheet-line)"
          strokeWidth={0.75}
        />
      )}
      {boxes.fold && <Box of={box(boxes.fold)} fill="none" stroke="#1b2423" strokeDasharray="3 2" />}
      <Box of={sheet} fill="none" stroke="var(--sheet-line)" strokeWidth={1} />
    </svg>
  );
}

const CUT_AWAY_IN_SMALL = [{ width: 0.65, colour: "var(--small-hatch)", opacity: 0.6 }];

/** A picture in its window, in px; what lies beyond the sheet veiled and hatched, where it is shown. */
function Piece(props: { piece: DrawnPiece; sheet: BoxMm; proof: string; loss: boolean }) {
  const { piece, sheet } = props;
  const { picture, printed, turn, angle } = piece;
  const names = { window: useId(), hatch: useId() };
  const lost = props.loss && (picture[2] > printed[2] + 0.5 || picture[3] > printed[3] + 0.5 || angle !== 0);
  const image = <ProofImage href={props.proof} {...turnedImage(picture, turn, angle)} />;
  const beyond = ring(leaningBox(picture, angle), corners(sheet));
  return (
    <>
      <Box of={printed} fill="#8b9893" />
      {lost ? (
        // The picture once, veiled and hatched beyond the sheet: hundreds of these have to scroll.
        <>
          {image}
          <path d={beyond} fillRule="evenodd" fill="var(--color-base-100)" opacity={0.66} />
          <path
            d={beyond}
            fillRule="evenodd"
            fill={`url(#${names.hatch})`}
            stroke="var(--small-hatch)"
            strokeWidth={0.6}
            strokeDasharray="2 2"
          />
          <Hatch id={names.hatch} tile={7} lines={CUT_AWAY_IN_SMALL} />
        </>
      ) : (
        <g clipPath={`url(#${names.window})`}>
          <clipPath id={names.window}>
            <Box of={printed} />
          </clipPath>
          {image}
        </g>
      )}
    </>
  );
}

function Box({ of, ...rest }: { of: BoxMm } & React.SVGProps<SVGRectElement>) {
  return <rect x={of[0]} y={of[1]} width={Math.max(0, of[2])} height={Math.max(0, of[3])} {...rest} />;
}

/** px a mm at which all the sheets have room, what they throw away included. */
export function scaleFor(drawings: Drawing[], room: readonly [number, number]): number {
  const boxes = drawings.map(({ boxes: { document }, pieces }) =>
    around(document, ...pieces.map((piece) => piece.picture)),
  );
  const widest = Math.max(1e-6, ...boxes.map((box) => box[2]));
  const tallest = Math.max(1e-6, ...boxes.map((box) => box[3]));
  return Math.min((room[0] - 4) / widest, (room[1] - 4) / tallest);
}
