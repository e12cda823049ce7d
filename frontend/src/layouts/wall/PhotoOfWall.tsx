import type { ReactNode } from "react";
import type { HangRequest, PanelsRequest, PictureFacts, Scene } from "../../api/types";
import { MarkHand } from "../MarkHand";
import { placed, type PictureView, type Share } from "../pictureView";
import { useMarkDrag, type Marked } from "../useMarkDrag";
import { asTransform } from "./matrix";

type Photo = NonNullable<HangRequest["view"]["photo"]>;

/** px of the flat pieces a mm; the browser scales them from there. */
const PER_MM = 0.5;
const NAMES = ["Upper left corner", "Upper right corner", "Lower right corner", "Lower left corner"] as const;

/** A photograph of a wall with everything laid into it, and the hands that say what is how large in it. */
export function PhotoOfWall(props: {
  request: PanelsRequest | HangRequest;
  scene: Scene;
  lies: NonNullable<Scene["photo"]>;
  photo: Photo;
  picture: PictureFacts;
  width: number;
  height: number;
  children: ReactNode;
}) {
  const { scene, lies, photo, picture } = props;
  const room = [props.width - 28, props.height - 62] as const;
  const width = Math.min(room[0], room[1] * lies.ratio);
  const height = width / lies.ratio;
  const [left, top] = [(props.width - width) / 2, 14 + (room[1] - height) / 2];
  const view: PictureView = { box: [left, top, width, height], turn: 0, angle: 0 };
  const { handlers, step } = useMarkDrag(view);
  const hand = (name: string, of: Marked) => (
    <MarkHand key={name} name={name} at={placed(view, of.at)} drag={handlers(of)} onStep={step(of)} />
  );
  const points = photo.scale
    ? ([
        ["First point", photo.scale.from, "view.photo.scale.from"],
        ["Second point", photo.scale.to, "view.photo.scale.to"],
      ] as const)
    : (photo.rectangle?.corners ?? []).map(
        (corner, index) => [NAMES[index] ?? "", corner, `view.photo.rectangle.corners.${index}`] as const,
      );
  const outline = points.map(([, at]) => placed(view, at as Share).join(" ")).join("L");
  return (
    <>
      <div className="absolute overflow-hidden" style={{ left, top, width, height }}>
        <img
          src={`/api/pictures/${picture.id}/bench.jpg`}
          alt={`The wall, ${picture.name}`}
          width={width}
          height={height}
          className="block h-full w-full"
        />
        <svg
          width={scene.width * PER_MM}
          height={scene.height * PER_MM}
          viewBox={`0 0 ${scene.width} ${scene.height}`}
          role="img"
          aria-label={scene.caption}
          className="pointer-events-none absolute top-0 left-0 overflow-visible"
          style={{ transformOrigin: "0 0", transform: asTransform(lies.matrix, width, height, PER_MM) }}
        >
          {props.children}
        </svg>
      </div>
      <svg width={props.width} height={props.height} className="absolute inset-0 touch-none select-none">
        <path
          d={`M${outline}${photo.rectangle ? "Z" : ""}`}
          className="mark-line"
          strokeDasharray="6 4"
          pointerEvents="none"
        />
        {points.map(([name, at, path]) => hand(name, { at: at as Share, put: (to) => ({ [path]: to }) }))}
        {hand("The middle of everything", { at: photo.at as Share, put: (to) => ({ "view.photo.at": to }) })}
      </svg>
    </>
  );
}
