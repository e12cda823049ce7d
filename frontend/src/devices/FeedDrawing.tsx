import type { DeviceFeed } from "../api/types";
import { mmOf } from "../drawing/typedLength";

/** px of a mm, all feeds to one scale; a roll is drawn so many mm long. */
const SCALE = 0.095;
const ROLL_MM = 700;

/** A feed to scale, the end that goes in first on top: what can be printed of its paper is bright. */
export function FeedDrawing({ feed }: { feed: DeviceFeed }) {
  const [w, h] = [(mmOf(feed.width) ?? 210) * SCALE, (mmOf(feed.height) ?? ROLL_MM) * SCALE];
  const side = (typed: string) => (mmOf(typed) ?? 0) * SCALE;
  const { left, top, right, bottom } = feed.margins;
  const over = feed.borderless ? Math.max(2, side(feed.overspray)) : 0;
  const roll = feed.height === null;
  return (
    <svg width={w + 2 * over + 2} height={h + 2 * over + 2} className="feed-drawing" aria-hidden>
      {over > 0 && <rect x={1} y={1} width={w + 2 * over} height={h + 2 * over} className="feed-overspray" />}
      <rect x={1 + over} y={1 + over} width={w} height={h} className="feed-paper" />
      <rect
        x={1 + over + side(left)}
        y={1 + over + side(top)}
        width={Math.max(1, w - side(left) - side(right))}
        height={Math.max(1, h - side(top) - (roll ? 0 : side(bottom)))}
        className="feed-printable"
      />
      {roll && (
        <path
          d={`M${1 + over} ${h + over - 5} q${w / 8} -5 ${w / 4} 0 t${w / 4} 0 t${w / 4} 0 t${w / 4} 0`}
          className="feed-goes-on"
        />
      )}
    </svg>
  );
}
