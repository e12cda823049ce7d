import { useId } from "react";
import type { BoxMm } from "../api/types";
import { turnedImage } from "./turnedImage";

/** What a small drawing needs of a print: boxes in one unit, and how the picture lies. */
export interface SmallPrint {
  document: BoxMm;
  printed: BoxMm;
  picture: BoxMm;
  turn: number;
  angle: number;
  paper?: string;
}

/**
 * A print in small, true to scale: its sheet, its picture in the window and, hatched beyond it, what
 * a crop throws away. `scale` is px a unit; `room` the px to draw in, the sheet in the middle.
 */
export function PrintInSmall(props: {
  print: SmallPrint;
  proof: string;
  scale: number;
  room: readonly [number, number];
  loss?: boolean;
}) {
  const { print, scale } = props;
  const names = { window: useId(), hatch: useId() };
  const [x0, y0] = print.document;
  const box = (mm: BoxMm): BoxMm => [(mm[0] - x0) * scale, (mm[1] - y0) * scale, mm[2] * scale, mm[3] * scale];
  const [sheet, printed, picture] = [box(print.document), box(print.printed), box(print.picture)];
  const [width, height] = props.room;
  const all = props.loss === false ? sheet : around(sheet, picture);
  const corner = [all[0] + (all[2] - width) / 2, all[1] + (all[3] - height) / 2];
  const lost = props.loss !== false && (picture[2] > printed[2] + 0.5 || picture[3] > printed[3] + 0.5 || print.angle !== 0);
  const image = <image href={props.proof} preserveAspectRatio="none" {...turnedImage(picture, print.turn, print.angle)} />;
  return (
    <svg className="shrink-0 overflow-hidden" width={width} height={height} viewBox={`${corner[0]} ${corner[1]} ${width} ${height}`} aria-hidden>
      <Box of={printed} fill="#8b9893" />
      {lost ? (
        // The picture once, veiled and hatched beyond the sheet: hundreds of these have to scroll.
        <>
          {image}
          <path d={ring(leaningBox(picture, print.angle), sheet)} fillRule="evenodd" fill="var(--color-base-100)" opacity={0.66} />
          <path d={ring(leaningBox(picture, print.angle), sheet)} fillRule="evenodd" fill={`url(#${names.hatch})`} stroke="var(--small-hatch)" strokeWidth={0.6} strokeDasharray="2 2" />
          <pattern id={names.hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--small-hatch)" strokeWidth="1.3" opacity="0.6" />
          </pattern>
        </>
      ) : (
        <g clipPath={`url(#${names.window})`}>
          <clipPath id={names.window}>
            <Box of={printed} />
          </clipPath>
          {image}
        </g>
      )}
      <path d={ring(corners(sheet), printed)} fillRule="evenodd" fill={print.paper ?? "#fff"} />
      <Box of={sheet} fill="none" stroke="var(--sheet-line)" strokeWidth={1} />
    </svg>
  );
}

type Point = readonly [number, number];

function corners([x, y, w, h]: BoxMm): Point[] {
  return [[x, y], [x + w, y], [x + w, y + h], [x, y + h]];
}

/** The corners of a box that leans by `angle` degrees about its middle. */
function leaningBox(box: BoxMm, angle: number): Point[] {
  const a = (angle * Math.PI) / 180;
  const [cx, cy] = [box[0] + box[2] / 2, box[1] + box[3] / 2];
  return corners(box).map(([x, y]) => [
    cx + (x - cx) * Math.cos(a) - (y - cy) * Math.sin(a),
    cy + (x - cx) * Math.sin(a) + (y - cy) * Math.cos(a),
  ]);
}

/** What lies within the outer corners and not in the box, as a path to be filled evenly odd. */
function ring(outer: Point[], inner: BoxMm): string {
  return [outer, corners(inner)].map((points) => `M${points.map((point) => point.join(" ")).join("L")}Z`).join("");
}

function Box({ of, ...rest }: { of: BoxMm } & React.SVGProps<SVGRectElement>) {
  return <rect x={of[0]} y={of[1]} width={Math.max(0, of[2])} height={Math.max(0, of[3])} {...rest} />;
}

/** The box around two boxes. */
function around(one: BoxMm, other: BoxMm): BoxMm {
  const [x, y] = [Math.min(one[0], other[0]), Math.min(one[1], other[1])];
  return [x, y, Math.max(one[0] + one[2], other[0] + other[2]) - x, Math.max(one[1] + one[3], other[1] + other[3]) - y];
}

/** px a unit at which all the prints have room, what they throw away included. */
export function scaleFor(prints: SmallPrint[], room: readonly [number, number]): number {
  const boxes = prints.map((print) => around(print.document, print.picture));
  const widest = Math.max(1e-6, ...boxes.map((box) => box[2]));
  const tallest = Math.max(1e-6, ...boxes.map((box) => box[3]));
  return Math.min((room[0] - 4) / widest, (room[1] - 4) / tallest);
}
