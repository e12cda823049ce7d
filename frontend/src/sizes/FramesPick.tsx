import type { SizeEntry } from "../api/types";

type Frames = SizeEntry["frames"];
const WORDS: readonly (readonly [Frames, string])[] = [
  ["common", "common"],
  ["seldom", "seldom"],
  ["order", "cut to order"],
];

/** How easily frames and mats of a size are bought, to be put right for one's own shops. */
export function FramesPick(props: {
  label?: string;
  value: Frames;
  onFrames: (frames: Frames) => void;
  lead?: string;
  className?: string;
}) {
  return (
    <select
      className={props.className ?? "frames"}
      {...(props.label ? { "aria-label": props.label } : {})}
      value={props.value}
      onChange={(event) => props.onFrames(event.target.value as Frames)}
    >
      {WORDS.map(([value, words]) => (
        <option key={value} value={value}>
          {props.lead && value !== "order" ? `${props.lead} ${words}` : words}
        </option>
      ))}
    </select>
  );
}
