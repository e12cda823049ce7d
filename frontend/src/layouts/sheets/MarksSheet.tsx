import type { LifeWish, TilesWish } from "../../api/types";
import { LengthField } from "../../fields/LengthField";
import { Slider } from "../../fields/Slider";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import { OutputFields } from "./OutputFields";
import { wayOf, type LayoutSheetProps } from "./types";

/** What is printed beside the picture, tones to trace from, and the bar that was measured on a trial. */
export function MarksSheet(props: LayoutSheetProps<TilesWish | LifeWish> & { making: React.ReactNode }) {
  const { wish, unit } = props;
  const change = useLayoutStore((store) => store.change);
  const { change: typed, ...typing } = useLayoutTyping();
  const { tracing, printed } = wish;
  const found = wayOf(wish);
  return (
    <div className="space-y-3">
      <div className="space-y-1">
        <Tick
          label={found ? "Cut marks, glue edges, numbers, 100 mm bar" : "Cut marks, names, 100 mm bar"}
          on={wish.marks}
          onPick={(on) => change({ marks: on })}
        />
        {found && (
          <Tick
            label="An overview page, with every number"
            on={found.way.overview}
            onPick={(on) => change({ [`${found.path}overview`]: on })}
          />
        )}
        <Tick
          label="Light, for tracing"
          on={tracing !== null}
          onPick={(on) => change({ tracing: on ? { grey: true, light: 0.5 } : null })}
        />
      </div>
      {tracing && (
        <div className="part">
          <Tick label="Black and white" on={tracing.grey} onPick={(on) => change({ "tracing.grey": on })} />
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
            <Tick
              label="Make the sheets for this driver"
              on={printed.correct}
              onPick={(on) => change({ "printed.correct": on })}
            />
            <button type="button" className="min-h-6 underline" onClick={() => change({ printed: null })}>
              Forget the trial
            </button>
          </>
        )}
      </section>
      <OutputFields wish={wish} />
      {props.making}
    </div>
  );
}

export function Tick(props: { label: string; on: boolean; onPick: (on: boolean) => void }) {
  return (
    <label className="flex min-h-6 items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={props.on}
        onChange={(event) => props.onPick(event.target.checked)}
      />
      {props.label}
    </label>
  );
}
