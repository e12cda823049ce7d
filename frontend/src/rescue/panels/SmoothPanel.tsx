import { Check } from "../../fields/Check";
import { Pick } from "../../shell/Pick";
import { stepOf, withStep } from "../chain";
import { SpanField } from "./SpanField";
import type { RescuePanelProps } from "./types";

/** What ought to be even: the ground, or areas that are picked. */
export function SmoothPanel({ chain, unit, hand, onHand, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "smooth");
  const areas = step.areas === "ground" ? [] : step.areas;
  return (
    <>
      <Pick
        label="What is smoothed"
        options={[
          { value: "ground", label: "All but lettering" },
          { value: "areas", label: "Areas" },
        ]}
        value={step.areas === "ground" ? "ground" : "areas"}
        onPick={(to) =>
          onChange((now) => withStep(now, "smooth", { areas: to === "ground" ? "ground" : areas }))
        }
      />
      {step.areas !== "ground" && (
        <>
          {areas.map((area, at) => (
            <div key={at} className="rescue-pick">
              <span className="rescue-swatch" style={{ background: area.colour }} aria-hidden />
              <span className="flex-1">
                {area.area ? "drawn round" : "everywhere"}, ΔE {area.near}
              </span>
              <button
                type="button"
                className="underline"
                onClick={() =>
                  onChange((now) =>
                    withStep(now, "smooth", { areas: areas.filter((_, index) => index !== at) }),
                  )
                }
              >
                Remove
              </button>
            </div>
          ))}
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="plain-button"
              aria-pressed={hand === "pick"}
              onClick={() => onHand(hand === "pick" ? "move" : "pick")}
            >
              Pick by a click
            </button>
            <button
              type="button"
              className="plain-button"
              aria-pressed={hand === "round"}
              onClick={() => onHand(hand === "round" ? "move" : "round")}
            >
              Draw round one
            </button>
          </div>
        </>
      )}
      <SpanField
        label={chain.print ? "Over a length on the print" : "Over so many px"}
        unit={unit}
        none="6 px"
        value={step.length}
        onPut={(length) => onChange((now) => withStep(now, "smooth", { length }))}
      />
      <Check
        label="Keep edges"
        checked={step.keep_edges}
        onChange={(keep_edges) => onChange((now) => withStep(now, "smooth", { keep_edges }))}
      />
    </>
  );
}
