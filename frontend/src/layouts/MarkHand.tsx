import type { KeyboardEvent } from "react";
import { arrowBy } from "../drawing/arrowBy";
import type { Handlers } from "../drawing/useDrag";
import type { Share } from "./pictureView";

/** A step of the arrow keys, as a share of the picture; with Shift ten of them. */
const STEP = 0.0005;

/** The way an arrow key goes, in shares; null for other keys. */
export function arrow(event: KeyboardEvent): Share | null {
  return arrowBy(event, event.shiftKey ? STEP * 10 : STEP);
}

/** A big handle on a place of the picture: dragged, or moved by the arrow keys. */
export function MarkHand(props: {
  name: string;
  at: Share;
  word?: string;
  below?: boolean;
  /** A level line through it instead of a ring alone. */
  level?: number;
  /** It lies where it was only guessed: nobody has put it in place yet. */
  waits?: boolean;
  drag: Handlers;
  onStep: (by: Share) => void;
}) {
  const [x, y] = props.at;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${props.name}; ${props.waits ? "not marked yet; " : ""}drag it, or move it with the arrow keys`}
      className="mark-hand"
      data-waits={props.waits || undefined}
      {...props.drag}
      onKeyDown={(event) => {
        const by = arrow(event);
        if (!by) return;
        event.preventDefault();
        props.onStep(by);
      }}
    >
      {props.level !== undefined && (
        <path d={`M${x - props.level} ${y}h${props.level * 2}`} className="mark-line" strokeDasharray="7 4" />
      )}
      <circle cx={x} cy={y} r={15} className="mark-ring" />
      <circle cx={x} cy={y} r={15} className="mark-line" />
      <path
        d={`M${x - 21} ${y}h13M${x + 8} ${y}h13M${x} ${y - 21}v13M${x} ${y + 8}v13`}
        className="mark-line"
      />
      {props.word && (
        <text x={x + 24} y={y + (props.below ? 20 : -8)} className="mark-word">
          {props.word}
          {props.waits && "?"}
        </text>
      )}
    </g>
  );
}
