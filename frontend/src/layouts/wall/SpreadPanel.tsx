import { Slider } from "../../fields/Slider";
import type { OfPanels } from "../stepPanels/types";
import { TitleField } from "../stepPanels/WhatPanel";
import { useLayoutTyping } from "../useLayoutTyping";
import { Schools } from "./Schools";

const MOST_ZOOM = 4;

/** What the picture fills: with the gaps hiding some of it, or with nothing hidden; and which part of the picture. */
export function SpreadPanel({ request, layout, page }: OfPanels) {
  const { change, ...typing } = useLayoutTyping();
  const fit = request.plans[0]?.fit;
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      {page.panels && <Schools {...{ request, layout, page }} panels={page.panels} />}
      {fit?.mode === "fill" && (
        <label className="flex items-center gap-3">
          Zoom
          <Slider
            min={1}
            max={MOST_ZOOM}
            step={0.01}
            className="range-xs flex-1"
            value={Math.min(MOST_ZOOM, fit.zoom)}
            text={`${fit.zoom.toFixed(2)} times`}
            {...typing}
            onValue={(zoom) => change({ "plans.0.fit.zoom": zoom, "plans.0.fit.auto": false })}
          />
        </label>
      )}
      <p className="soft">
        Drag the picture behind the frames, or move it with the arrow keys while a frame has the focus. Keep
        zones of the print are shown; one that lies in a gap or on an edge is told.
      </p>
    </div>
  );
}
