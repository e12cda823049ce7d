import type { LifeRequest, TilesRequest } from "../../api/types";
import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { Slider } from "../../fields/Slider";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import { OutputFields } from "./OutputFields";
import { wayOf, type LayoutPanelProps } from "./types";

/** What is printed beside the picture, tones to trace from, and the bar that was measured on a trial. */
export function MarksPanel(
  props: LayoutPanelProps<TilesRequest | LifeRequest> & { making: React.ReactNode },
) {
  const { request, unit } = props;
  const change = useLayoutStore((store) => store.change);
  const { change: typed, ...typing } = useLayoutTyping();
  const { tracing, printed } = request;
  const found = wayOf(request);
  return (
    <div className="space-y-3">
      <div className="space-y-1">
        <Check
          label={found ? "Cut marks, glue edges, numbers, 100 mm bar" : "Cut marks, names, 100 mm bar"}
          checked={request.marks}
          onChange={(on) => change({ marks: on })}
        />
        {found && (
          <Check
            label="An overview page, with every number"
            checked={found.way.overview}
            onChange={(on) => change({ [`${found.path}overview`]: on })}
          />
        )}
        <Check
          label="Light, for tracing"
          checked={tracing !== null}
          onChange={(on) => change({ tracing: on ? { grey: true, light: 0.5 } : null })}
        />
      </div>
      {tracing && (
        <div className="part">
          <Check
            label="Black and white"
            checked={tracing.grey}
            onChange={(on) => change({ "tracing.grey": on })}
          />
          <label className="flex items-center gap-3">
            Lightened
            <Slider
              min={0}
              max={0.9}
              step={0.05}
              className="range-xs flex-1"
              value={tracing.light}
              text={`${Math.round(tracing.light * 100)} per cent`}
              {...typing}
              onValue={(light) => typed({ "tracing.light": light })}
            />
          </label>
        </div>
      )}
      <section className="pad space-y-2 pt-2">
        <h3 className="font-semibold">Printed a trial? Measure its bar</h3>
        <LengthField
          narrow
          label="The 100 mm bar is"
          value={printed?.bar ?? "100 mm"}
          unit={unit}
          purpose="edge"
          {...typing}
          onRead={(bar) => typed({ printed: { bar, correct: printed?.correct ?? false } })}
        />
        {printed && (
          <>
            <Check
              label="Make the sheets for this driver"
              checked={printed.correct}
              onChange={(on) => change({ "printed.correct": on })}
            />
            <button type="button" className="min-h-6 underline" onClick={() => change({ printed: null })}>
              Forget the trial
            </button>
          </>
        )}
      </section>
      <OutputFields request={request} />
      {props.making}
    </div>
  );
}
