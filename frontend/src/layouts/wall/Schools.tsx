import { useId } from "react";
import type { LayoutPage, LayoutState, PanelsDrawn, PanelsRequest } from "../../api/types";
import { smallProof } from "../../drawing/awaitedProofs";
import { turnedImage } from "../../drawing/turnedImage";
import { Ways } from "../Ways";

/** Both schools side by side, each as it would hang: gaps that hide picture, or nothing hidden. */
export function Schools(props: {
  request: PanelsRequest;
  layout: LayoutState;
  page: LayoutPage;
  panels: PanelsDrawn;
}) {
  return (
    <Ways
      about="choice:gaps"
      label="What the gaps do"
      ways={props.page.ways.filter((way) => way.id.startsWith("mode-"))}
      drawn={(way) => <InSmall {...props} mode={way.id.replace("mode-", "")} />}
    />
  );
}

function InSmall(props: { request: PanelsRequest; layout: LayoutState; panels: PanelsDrawn; mode: string }) {
  const own = useId();
  const drawn = props.panels.modes.find((one) => one.mode === props.mode);
  if (!drawn) return null;
  const right = Math.max(...drawn.faces.map(([x, , w]) => x + w));
  const bottom = Math.max(...drawn.faces.map(([, y, , h]) => y + h));
  const turn = props.request.plans[0]?.fit.turn ?? 0;
  return (
    <svg viewBox={`0 0 ${right} ${bottom}`} className="h-12 w-24 flex-none" aria-hidden>
      <defs>
        <image
          id={own}
          href={smallProof(props.layout.pictures[0]?.id ?? "")}
          preserveAspectRatio="none"
          {...turnedImage(drawn.picture, turn, props.panels.angle)}
        />
      </defs>
      {drawn.faces.map(([x, y, width, height], index) => (
        <g key={index}>
          <svg
            {...{ x, y, width, height }}
            viewBox={(drawn.shows[index] ?? [0, 0, 1, 1]).join(" ")}
            preserveAspectRatio="none"
          >
            <use href={`#${own}`} />
          </svg>
          <rect
            {...{ x, y, width, height }}
            fill="none"
            stroke="var(--sheet-line)"
            vectorEffect="non-scaling-stroke"
          />
        </g>
      ))}
    </svg>
  );
}
