import { useId, type ReactNode } from "react";
import type { BoxMm } from "../api/types";
import { ProofImage } from "../drawing/ProofImage";
import { corners, leaningBox, ring } from "../drawing/outlines";
import { turnedImage } from "../drawing/turnedImage";
import type { PictureView, Share } from "./pictureView";

/** A picture as it lies on the desk, turned and leaning. */
export function PictureOnDesk({ view, picture }: { view: PictureView; picture: string }) {
  return (
    <ProofImage
      href={`/api/pictures/${picture}/bench.jpg`}
      {...turnedImage(view.box, view.turn, view.angle)}
    />
  );
}

/** The picture outside of a box, veiled. */
export function Veil({ view, box }: { view: PictureView; box: BoxMm }) {
  return (
    <path
      d={ring(leaningBox(view.box, view.angle), corners(box))}
      fillRule="evenodd"
      className="face-veil"
      pointerEvents="none"
    />
  );
}

const SIZE = 176;
const TIMES = 4;

/** What lies under a hand, four times as large, in a corner where the hand is not. */
export function Loupe(props: {
  view: PictureView;
  picture: string;
  at: Share;
  width: number;
  children?: ReactNode;
}) {
  const { view, at } = props;
  const clip = useId();
  const left = at[0] > props.width / 2;
  const half = SIZE / 2 / TIMES;
  return (
    <div className="loupe" style={left ? { left: 14, top: 14 } : { right: 14, top: 14 }} data-testid="loupe">
      <svg width={SIZE} height={SIZE} viewBox={`${at[0] - half} ${at[1] - half} ${half * 2} ${half * 2}`}>
        <g clipPath={`url(#${clip})`}>
          <clipPath id={clip}>
            <rect x={at[0] - half} y={at[1] - half} width={half * 2} height={half * 2} />
          </clipPath>
          <PictureOnDesk view={view} picture={props.picture} />
        </g>
        <path
          d={`M${at[0] - half} ${at[1]}h${half * 2}M${at[0]} ${at[1] - half}v${half * 2}`}
          stroke="#fff"
          strokeWidth={0.8}
        />
        <path
          d={`M${at[0] - half} ${at[1]}h${half * 2}M${at[0]} ${at[1] - half}v${half * 2}`}
          stroke="#1b2423"
          strokeWidth={0.4}
        />
      </svg>
    </div>
  );
}
