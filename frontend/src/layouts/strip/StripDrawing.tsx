import type { StripRequest } from "../../api/types";
import { useSize } from "../../drawing/useSize";
import type { WholeProps } from "../kinds";
import { arrow } from "../MarkHand";
import { PictureOnDesk } from "../PictureOnDesk";
import { boxed, pictureView } from "../pictureView";
import { useMarkDrag, type Marked } from "../useMarkDrag";

/** The picture that a strip is of, with the part that its patches show; of several pictures the one that was chosen. */
export function StripDrawing(props: WholeProps<StripRequest>) {
  const { element, width, height } = useSize<HTMLDivElement>();
  return (
    <div ref={element} className="absolute inset-0" data-testid="strip">
      {width > 0 && <Part {...props} number={props.picked ?? 0} width={width} height={height} />}
    </div>
  );
}

function Part(props: WholeProps<StripRequest> & { number: number; width: number; height: number }) {
  const { request, layout, page, number } = props;
  const plan = request.plans[number] ?? request.plans[0];
  const picture = layout.pictures[number] ?? layout.pictures[0];
  const part = page.parts?.[number] ?? page.parts?.[0];
  if (!plan || !picture || !part) return null;
  return <Framed {...{ request, plan, picture, part, number }} width={props.width} height={props.height} />;
}

function Framed(props: {
  request: StripRequest;
  plan: StripRequest["plans"][number];
  picture: WholeProps["layout"]["pictures"][number];
  part: NonNullable<WholeProps["page"]["parts"]>[number];
  number: number;
  width: number;
  height: number;
}) {
  const { request, plan, picture, part, number } = props;
  const view = pictureView(plan, picture, props.width, props.height);
  const { handlers, step } = useMarkDrag(view);
  const [x, y, w, h] = boxed(view, part.box);
  const marked: Marked = {
    at: [part.box[0] + part.box[2] / 2, part.box[1] + part.box[3] / 2],
    put: (to) => placedAt(request, number, to),
  };
  return (
    <svg width={props.width} height={props.height}>
      <PictureOnDesk view={view} picture={picture.id} />
      <g
        role="button"
        tabIndex={0}
        aria-label="The part that is shown; drag it, or move it with the arrow keys"
        className="mark-hand"
        {...handlers(marked)}
        onKeyDown={(event) => {
          const by = arrow(event);
          if (!by) return;
          event.preventDefault();
          step(marked)(by);
        }}
      >
        <rect x={x} y={y} width={w} height={h} className="life-part" />
        <rect x={x} y={y} width={w} height={h} className="life-part-inner mark-line" />
      </g>
    </svg>
  );
}

/** The change that shows another part of a picture: of the first by itself, of further ones in their places. */
export function placedAt(request: StripRequest, number: number, to: readonly [number, number]) {
  if (number === 0) return { part: [to[0], to[1]] };
  const parts = Array.from({ length: request.plans.length - 1 }, (_, at) => request.parts[at] ?? null);
  parts[number - 1] = [to[0], to[1]];
  return { parts };
}
