import type { KeyboardEvent, PointerEvent } from "react";
import type { Unit } from "../api/types";
import { onScreen, type View } from "../drawing/placement";
import { draggedBorder, type Grip } from "./edgeGrips";
import { usePlanStore } from "./planStore";
import { usePlanDrag } from "./usePlanDrag";

const GRIP_PX = 26;

/** Grips on the drawing: drag one, or use its arrow keys, to make a length of the edge longer or shorter. */
export function EdgeHandles(props: {
  grips: Grip[];
  view: View;
  unit: Unit;
  onHold: (held: boolean) => void;
}) {
  const { view, unit } = props;
  const change = usePlanStore((store) => store.change);
  const along = (grip: Grip, event: PointerEvent) => (grip.flat ? event.clientX : event.clientY);
  const put = (grip: Grip, mm: number, going: boolean) =>
    change(grip.fix(draggedBorder(Math.min(grip.most, Math.max(0, mm)), unit)), going);
  const drag = usePlanDrag<{ grip: Grip; at: number }, Grip>({
    begin: (event, grip) => {
      props.onHold(true);
      return { grip, at: along(grip, event) };
    },
    move: ({ grip, at }, event) =>
      put(grip, grip.mm + (grip.by * (along(grip, event) - at)) / view.scale, true),
  });
  return props.grips.map((grip) => {
    const [left, top] = onScreen([...grip.at, 0, 0], view);
    const step = (unit === "in" ? 25.4 / 8 : 1) * Math.abs(grip.by);
    const letGo = () => props.onHold(false);
    const { onPointerUp, onLostPointerCapture, ...hand } = drag(grip);
    return (
      <button
        key={grip.id}
        type="button"
        role="slider"
        className="border-grip"
        data-flat={grip.flat || undefined}
        style={{ left: left - GRIP_PX / 2, top: top - GRIP_PX / 2 }}
        aria-label={grip.label}
        aria-valuemin={0}
        aria-valuemax={Math.round(grip.most)}
        aria-valuenow={Math.round(grip.mm)}
        aria-valuetext={draggedBorder(grip.mm, unit)}
        {...hand}
        onPointerUp={(event) => {
          onPointerUp(event);
          letGo();
        }}
        onLostPointerCapture={(event) => {
          onLostPointerCapture(event);
          letGo();
        }}
        onKeyDown={(event: KeyboardEvent) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
          if (!by) return;
          event.preventDefault();
          event.stopPropagation();
          put(grip, grip.mm + by * step * (event.shiftKey ? 8 : 1), false);
        }}
      />
    );
  });
}
