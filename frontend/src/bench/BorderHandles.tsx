import type { KeyboardEvent, PointerEvent } from "react";
import type { BoxMm, Plan, Unit } from "../api/types";
import { draggedBorder, type Side, SIDES, widthsAfter } from "./borderDrag";
import { usePlanStore } from "./planStore";
import { onScreen, type View } from "../drawing/placement";
import { usePlanDrag } from "./usePlanDrag";

type Edge = NonNullable<Plan["edge"]>;
type Border = Extract<Edge, { kind: "border" }>;
const GRIP = 26;

/** Grips on the inner edges of a border: drag one to make the border wider or narrower. */
export function BorderHandles(props: { edge: Border; trim: BoxMm; image: BoxMm; view: View; unit: Unit }) {
  const { edge, trim, image, view, unit } = props;
  const change = usePlanStore((store) => store.change);
  const mm: Record<Side, number> = {
    left: image[0] - trim[0],
    top: image[1] - trim[1],
    right: trim[0] + trim[2] - image[0] - image[2],
    bottom: trim[1] + trim[3] - image[1] - image[3],
  };
  const [x, y, w, h] = onScreen(image, view);
  const middle: Record<Side, [number, number]> = {
    left: [x, y + h / 2],
    top: [x + w / 2, y],
    right: [x + w, y + h / 2],
    bottom: [x + w / 2, y + h],
  };
  const put = (side: Side, to: number, going: boolean) => {
    const typed = draggedBorder(to, unit);
    change(Object.fromEntries(widthsAfter(edge, side).map((name) => [`edge.${name}`, typed])), going);
  };
  const isFlat = (side: Side) => side === "left" || side === "right";
  const along = (side: Side, event: PointerEvent) => (isFlat(side) ? event.clientX : event.clientY);
  const mostOf = (side: Side) => Math.max(0, (isFlat(side) ? trim[2] : trim[3]) / 2 - 5);
  const within = (side: Side, value: number) => Math.min(mostOf(side), Math.max(0, value));
  const drag = usePlanDrag<{ side: Side; at: number; mm: number }, Side>({
    begin: (event, side) => ({ side, at: along(side, event), mm: mm[side] }),
    move: (from, event) => {
      const inwards = from.side === "left" || from.side === "top" ? 1 : -1;
      put(
        from.side,
        within(from.side, from.mm + (inwards * (along(from.side, event) - from.at)) / view.scale),
        true,
      );
    },
  });
  return SIDES.map((side) => {
    const flat = isFlat(side);
    const most = mostOf(side);
    return (
      <button
        key={side}
        type="button"
        role="slider"
        className="border-grip"
        data-flat={flat || undefined}
        style={{ left: middle[side][0] - GRIP / 2, top: middle[side][1] - GRIP / 2 }}
        aria-label={`Border at the ${side}`}
        aria-valuemin={0}
        aria-valuemax={Math.round(most)}
        aria-valuenow={Math.round(mm[side])}
        aria-valuetext={edge[side]}
        {...drag(side)}
        onKeyDown={(event: KeyboardEvent) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
          if (!by) return;
          event.preventDefault();
          event.stopPropagation();
          put(
            side,
            within(side, mm[side] + by * (unit === "in" ? 25.4 / 8 : 1) * (event.shiftKey ? 8 : 1)),
            false,
          );
        }}
      />
    );
  });
}
