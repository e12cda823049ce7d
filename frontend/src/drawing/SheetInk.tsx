import type { Drawing, DrawnLabel } from "../api/types";
import "./ink.css";

/** Capitals are so high in the fonts that ship with the app, as a share of their size. */
export const CAPITALS = 0.7;

/** What is printed beside pictures, in a picture whose unit is a mm: lines, never thinner than `least` mm, and words. */
export function SheetInk({
  strokes,
  labels,
  least,
}: Pick<Drawing, "strokes" | "labels"> & { least: number }) {
  return (
    <>
      {strokes.map((stroke, index) => (
        <line
          key={index}
          data-kind={stroke.kind}
          x1={stroke.start[0]}
          y1={stroke.start[1]}
          x2={stroke.end[0]}
          y2={stroke.end[1]}
          stroke={stroke.colour}
          strokeWidth={Math.max(stroke.width, least)}
        />
      ))}
      {labels.map((label, index) => (
        <Words key={index} label={label} />
      ))}
    </>
  );
}

/** Words in their own font, as long as they will be; turned they read downwards. */
export function Words({ label }: { label: DrawnLabel }) {
  const [x, y] = label.at;
  return (
    <text
      x={x}
      y={y}
      className="printed-words"
      data-font={label.font}
      fontSize={label.height / CAPITALS}
      textLength={label.width || undefined}
      lengthAdjust="spacingAndGlyphs"
      fill={label.colour}
      transform={label.turn ? `rotate(${label.turn} ${x} ${y})` : undefined}
    >
      {label.text}
    </text>
  );
}
