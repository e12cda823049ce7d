import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Unit } from "../api/types";
import { onScreen, type View } from "../drawing/placement";
import { TYPED_WIDTH, TypedOver } from "./DimensionField";
import { draggedBorder, gripped, type Grip } from "./edgeGrips";
import { usePlanStore } from "./planStore";
import { usePlanDrag } from "./usePlanDrag";

const GRIP_PX = 26;
/** A hand that presses a grip trembles by so much, px, without dragging it. */
const STILL_PX = 3;

/**
 * Grips on the drawing: drag one, or use its arrow keys, to make a length of the edge longer or shorter;
 * press it to type the length.
 */
export function EdgeHandles(props: {
  grips: Grip[];
  view: View;
  unit: Unit;
  onHold: (held: boolean) => void;
}) {
  const { view, unit } = props;
  const change = usePlanStore((store) => store.change);
  const [typing, setTyping] = useState("");
  const dragged = useRef(false);
  const along = (grip: Grip, event: PointerEvent) => (grip.flat ? event.clientX : event.clientY);
  const put = (grip: Grip, mm: number, going: boolean) =>
    change(gripped(grip, draggedBorder(Math.min(grip.most, Math.max(0, mm)), unit)), going);
  const drag = usePlanDrag<{ grip: Grip; at: number }, Grip>({
    begin: (event, grip) => {
      props.onHold(true);
      dragged.current = false;
      return { grip, at: along(grip, event) };
    },
    move: ({ grip, at }, event) => {
      const by = along(grip, event) - at;
      if (Math.abs(by) > STILL_PX) dragged.current = true;
      if (dragged.current) put(grip, grip.mm + (grip.by * by) / view.scale, true);
    },
  });
  return props.grips.map((grip) => {
    const [left, top] = onScreen([...grip.at, 0, 0], view);
    const step = (unit === "in" ? 25.4 / 8 : 1) * Math.abs(grip.by);
    const letGo = () => props.onHold(false);
    const { onPointerUp, onLostPointerCapture, ...hand } = drag(grip);
    if (typing === grip.id)
      return (
        <TypedOver
          key={grip.id}
          label={grip.label}
          text={grip.typed}
          unit={unit}
          purpose="edge"
          style={{ left: left - TYPED_WIDTH / 2, top: top - 14, width: TYPED_WIDTH }}
          onLength={(typed) => change(gripped(grip, typed))}
          onClose={(byKey) => {
            setTyping("");
            // The grip comes back in the field's place; who worked by keys goes on there.
            if (byKey) setTimeout(() => document.getElementById(gripId(grip))?.focus());
          }}
        />
      );
    return (
      <button
        key={grip.id}
        id={gripId(grip)}
        type="button"
        role="slider"
        className="border-grip"
        data-flat={grip.flat || undefined}
        style={{ left: left - GRIP_PX / 2, top: top - GRIP_PX / 2 }}
        title={`${grip.label}: ${grip.typed}. Drag it, or press it to type.`}
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
        onClick={() => {
          if (!dragged.current) setTyping(grip.id);
          dragged.current = false;
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

const gripId = (grip: Grip) => `grip-${grip.id}`;
