import type { LayoutState, LifeRequest, PartDrawn, PictureFacts, Plan, RingsDrawn } from "../api/types";
import { useSize } from "../drawing/useSize";
import { typeset } from "../shell/typeset";
import { MarkHand, arrow } from "./MarkHand";
import { Loupe, PictureOnDesk } from "./PictureOnDesk";
import { boxed, pictureView, placed, type PictureView, type Share } from "./pictureView";
import { useMarkDrag, type Marked } from "./useMarkDrag";

/** What is measured on a picture before anybody has measured it. */
export const NO_MEASURE = { from: null, to: null, length: null };

interface Drawn {
  request: LifeRequest;
  layout: LayoutState;
  parts: PartDrawn[];
  rings: RingsDrawn;
  /** px of the screen that a mm of the print takes; null where the whole is fitted into the desk. */
  truly: number | null;
}

/** The picture with the two points of the measure, and the parts that are printed. */
export function LifeDrawing(props: Drawn) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const plan = props.request.plans[0];
  const picture = props.layout.pictures[0];
  return (
    <div ref={element} className="absolute inset-0 overflow-auto" data-testid="life">
      {width > 0 && plan && picture && (
        <Marks {...props} plan={plan} picture={picture} width={width} height={height} />
      )}
    </div>
  );
}

/** The picture as large on the screen as it is printed. */
function trueView(fitted: PictureView, part: PartDrawn | undefined, pxPerMm: number): PictureView {
  if (!part) return fitted;
  const scale = (part.width * pxPerMm) / (part.box[2] * fitted.box[2]);
  return { ...fitted, box: [20, 20, fitted.box[2] * scale, fitted.box[3] * scale] };
}

function Marks(props: Drawn & { plan: Plan; picture: PictureFacts; width: number; height: number }) {
  const { request, plan, picture, parts, rings } = props;
  const fitted = pictureView(plan, picture, props.width, props.height);
  const view = props.truly === null ? fitted : trueView(fitted, parts[0], props.truly);
  const { held, handlers, step } = useMarkDrag(view);
  const width = Math.max(props.width, view.box[0] * 2 + view.box[2]);
  const height = Math.max(props.height, view.box[1] * 2 + view.box[3]);
  const measure = request.measure ?? NO_MEASURE;
  const from: Marked = { at: rings.start as Share, put: (to) => ({ measure: { ...measure, from: to } }) };
  const end: Marked = { at: rings.end as Share, put: (to) => ({ measure: { ...measure, to } }) };
  const [a, b] = [placed(view, from.at), placed(view, end.at)];
  const middle: Share = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const at = held && placed(view, held);
  return (
    <>
      <svg width={width} height={height}>
        <PictureOnDesk view={view} picture={picture.id} />
        {parts.map((part, index) => {
          const asked = request.parts[index];
          if (!asked) return null;
          const [x, y, w, h] = boxed(view, part.box);
          const of: Marked = {
            // From where it lies, which is where the picture has it: not from where it was asked beyond its rim.
            at: [part.box[0] + part.box[2] / 2, part.box[1] + part.box[3] / 2],
            put: (to) => ({ [`parts.${index}.x`]: to[0], [`parts.${index}.y`]: to[1] }),
          };
          return (
            <g
              key={index}
              role="button"
              tabIndex={0}
              aria-label={`${part.name}; drag it, or move it with the arrow keys`}
              className="mark-hand"
              {...handlers(of)}
              onKeyDown={(event) => {
                const by = arrow(event);
                if (!by) return;
                event.preventDefault();
                step(of)(by);
              }}
            >
              <rect x={x} y={y} width={w} height={h} className="life-part" />
              <rect x={x} y={y} width={w} height={h} className="life-part-inner mark-line" />
              <text x={x + 8} y={y + 20} className="mark-word">
                {part.name}
              </text>
            </g>
          );
        })}
        <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} stroke="#fff" strokeWidth={4} pointerEvents="none" />
        <path
          d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`}
          stroke="#1b2423"
          strokeWidth={1.5}
          pointerEvents="none"
        />
        <text x={middle[0]} y={middle[1] - 12} textAnchor="middle" className="mark-word" pointerEvents="none">
          {typeset(measure.length ?? "how long?")}
        </text>
        <MarkHand
          name="First point"
          waits={rings.unmarked.includes("first point")}
          at={a}
          drag={handlers(from)}
          onStep={step(from)}
        />
        <MarkHand
          name="Second point"
          waits={rings.unmarked.includes("second point")}
          at={b}
          drag={handlers(end)}
          onStep={step(end)}
        />
      </svg>
      {at && <Loupe view={view} picture={picture.id} at={at} width={props.width} />}
    </>
  );
}
