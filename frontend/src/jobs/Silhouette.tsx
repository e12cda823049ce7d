import { useId } from "react";
import type { Silhouette as Print } from "../api/types";
import { turnedImage } from "../bench/turnedImage";

/** Pixels on screen for a millimetre, so that the largest of the prints has its room. */
export function commonScale(prints: Print[], width: number, height: number): number {
  const widest = Math.max(1, ...prints.map((print) => print.width_mm));
  const tallest = Math.max(1, ...prints.map((print) => print.height_mm));
  return Math.min(width / widest, height / tallest);
}

/** A print in small: its sheet with the picture as it is cropped, true to scale. */
export function Silhouette({ print, scale }: { print: Print; scale: number }) {
  const clip = useId();
  const [x, y, w, h] = print.printed.map((mm) => mm * scale) as [number, number, number, number];
  const whole = print.picture.map((mm) => mm * scale) as [number, number, number, number];
  const width = print.width_mm * scale;
  const height = print.height_mm * scale;
  return (
    <svg width={width + 2} height={height + 2} viewBox={`-1 -1 ${width + 2} ${height + 2}`} aria-hidden>
      <clipPath id={clip}>
        <rect x={x} y={y} width={w} height={h} />
      </clipPath>
      <rect width={width} height={height} fill="#fff" stroke="var(--sheet-line)" />
      <rect x={x} y={y} width={w} height={h} fill="#8b9893" />
      <g clipPath={`url(#${clip})`}>
        <image
          href={`/api/pictures/${print.picture_id}/small.jpg`}
          preserveAspectRatio="none"
          {...turnedImage(whole, print.turn)}
        />
      </g>
    </svg>
  );
}
