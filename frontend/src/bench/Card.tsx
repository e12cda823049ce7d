import type { Plan, Worksheet } from "../api/types";
import { corners, ring } from "../drawing/outlines";
import { onScreen, type View } from "../drawing/placement";

type Mat = Extract<Plan["edge"], { kind: "mat" }>;

/** The card of a mat as it lies over the sheet; of a double one a step of the inner card shows. */
export function Card({ edge, boxes, view }: { edge: Mat; boxes: Worksheet["drawing"]["boxes"]; view: View }) {
  if (!boxes.opening || !boxes.card) return null;
  const [card, opening] = [onScreen(boxes.card, view), onScreen(boxes.opening, view)];
  const step = boxes.step ? onScreen(boxes.step, view) : opening;
  return (
    <g data-testid="card" stroke="var(--sheet-line)" strokeOpacity={0.45}>
      {edge.inner && (
        <path d={ring(corners(step), corners(opening))} fillRule="evenodd" fill={edge.inner.colour} />
      )}
      <path d={ring(corners(card), corners(step))} fillRule="evenodd" fill={edge.card_colour} />
    </g>
  );
}
