import type { FaceFrame, IdRequest, LayoutState, PictureFacts, Plan } from "../api/types";
import { useSize } from "../drawing/useSize";
import { MarkHand } from "./MarkHand";
import { Loupe, PictureOnDesk, Veil } from "./PictureOnDesk";
import { boxed, pictureView, placed, type Share } from "./pictureView";
import { useMarkDrag, type Marked } from "./useMarkDrag";

/** What is marked of a face before anybody has marked it. */
export const NO_FACE = { crown: null, chin: null, eyes: null };

interface Drawn {
  request: IdRequest;
  layout: LayoutState;
  frame: FaceFrame;
}

/** The picture with the photo's frame: crown and chin are put where they are, the frame follows. */
export function FaceDrawing(props: Drawn) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const plan = props.request.plans[0];
  const picture = props.layout.pictures[0];
  return (
    <div ref={element} className="absolute inset-0 overflow-hidden" data-testid="face">
      {width > 0 && plan && picture && (
        <Marks {...props} plan={plan} picture={picture} width={width} height={height} />
      )}
    </div>
  );
}

function Marks(props: Drawn & { plan: Plan; picture: PictureFacts; width: number; height: number }) {
  const { request, plan, picture, frame, width, height } = props;
  const view = pictureView(plan, picture, width, height, [frame.region]);
  const { held, handlers, step } = useMarkDrag(view);
  const face = request.face ?? NO_FACE;
  const waits = (name: string) => frame.unmarked.includes(name);
  const box = boxed(view, frame.region);
  const crown: Marked = { at: frame.marks.crown as Share, put: (to) => ({ face: { ...face, crown: to } }) };
  const chin: Marked = { at: frame.marks.chin as Share, put: (to) => ({ face: { ...face, chin: to } }) };
  const eyes: Marked | null = frame.eyes && {
    at: frame.marks.eyes as Share,
    put: (to) => ({ face: { ...face, eyes: to } }),
  };
  const ranges = [
    ["crown", frame.crown],
    ["eyes", frame.eyes],
    ["chin", frame.chin],
  ] as const;
  const at = held && placed(view, held);
  return (
    <>
      <svg width={width} height={height}>
        <PictureOnDesk view={view} picture={picture.id} />
        <Veil view={view} box={box} />
        {ranges.map(([name, range]) => {
          if (!range) return null;
          const [, first] = placed(view, [0, range[0]]);
          const [, last] = placed(view, [0, range[1]]);
          return (
            <g key={name} pointerEvents="none">
              <rect
                x={box[0]}
                y={first}
                width={box[2]}
                height={Math.max(1, last - first)}
                className="face-range"
              />
              <text x={box[0] - 8} y={(first + last) / 2 + 5} textAnchor="end" className="mark-word">
                {name} allowed
              </text>
            </g>
          );
        })}
        <rect
          x={box[0]}
          y={box[1]}
          width={box[2]}
          height={box[3]}
          className="face-frame"
          pointerEvents="none"
        />
        <MarkHand
          name="Crown"
          waits={waits("crown")}
          word="Crown"
          at={placed(view, crown.at)}
          drag={handlers(crown)}
          onStep={step(crown)}
        />
        {eyes && (
          <MarkHand
            name="Line of the eyes"
            waits={waits("eyes")}
            word="Eyes"
            level={box[2] / 2}
            at={placed(view, eyes.at)}
            drag={handlers(eyes)}
            onStep={step(eyes)}
          />
        )}
        <MarkHand
          name="Chin"
          waits={waits("chin")}
          word="Chin"
          below
          at={placed(view, chin.at)}
          drag={handlers(chin)}
          onStep={step(chin)}
        />
      </svg>
      {at && <Loupe view={view} picture={picture.id} at={at} width={width} />}
    </>
  );
}
