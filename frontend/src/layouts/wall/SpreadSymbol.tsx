import type { PanelsDrawn, PanelsRequest } from "../../api/types";
import { ProofImage } from "../../drawing/ProofImage";
import { turnedImage } from "../../drawing/turnedImage";

/** The picture of panels on its spread, in mm, drawn once. */
export function SpreadSymbol(props: {
  id: string;
  request: PanelsRequest;
  panels: PanelsDrawn;
  proof: string;
}) {
  const { spread, picture, angle } = props.panels;
  const fit = props.request.plans[0]?.fit;
  return (
    <g id={props.id}>
      <rect
        x={spread[0]}
        y={spread[1]}
        width={spread[2]}
        height={spread[3]}
        fill={fit?.colour ?? "#ffffff"}
      />
      <ProofImage href={props.proof} {...turnedImage(picture, fit?.turn ?? 0, angle)} />
    </g>
  );
}
