import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { Slider } from "../../fields/Slider";
import { useLayoutStore } from "../layoutStore";
import type { OfPanels } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";

const WRAP = { depth: "3.8 cm", turn: "1.2 cm", fill: "mirror", colour: "#ffffff", softness: 0.5 };

/** Whether the canvas goes round each frame, how deep, and what its sides show. */
export function EdgeOfPanels({ request, page, unit }: OfPanels) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const { wrap } = request;
  return (
    <div className="space-y-3">
      <Check
        label="Canvas goes round the sides of every frame"
        checked={wrap !== null}
        onChange={(on) => take({ wrap: on ? WRAP : null })}
      />
      {wrap ? (
        <>
          <div className="two-fields grid grid-cols-2 gap-x-4">
            {(["depth", "turn"] as const).map((name) => (
              <LengthField
                key={name}
                narrow
                label={name === "depth" ? "Stretcher depth" : "Staple allowance"}
                value={wrap[name]}
                unit={unit}
                purpose="edge"
                inputClass="!w-24"
                {...typing}
                onRead={(typed) => change({ [`wrap.${name}`]: typed })}
              />
            ))}
          </div>
          <Ways
            about="choice:fill"
            label="Canvas edge"
            ways={page.ways.filter((way) => way.id.startsWith("fill-"))}
          />
          {wrap.fill === "colour" && (
            <label className="flex items-center justify-between gap-3">
              Colour of the sides
              <input
                type="color"
                className="field !w-16 !p-0.5"
                value={wrap.colour}
                onChange={(event) => take({ "wrap.colour": event.target.value })}
              />
            </label>
          )}
          {wrap.fill === "soft-mirror" && (
            <label className="flex items-center gap-3">
              Softness
              <Slider
                min={0}
                max={1}
                step={0.05}
                className="range-xs flex-1"
                value={wrap.softness}
                text={`${Math.round(wrap.softness * 100)} per cent`}
                {...typing}
                onValue={(softness) => change({ "wrap.softness": softness })}
              />
            </label>
          )}
          <p className="soft">
            Each file is its face and, all round, depth and turn. All frames go the same way.
          </p>
        </>
      ) : (
        <p className="soft">
          Each file is its face alone, edge to edge, as for prints that are mounted or put behind glass.
        </p>
      )}
    </div>
  );
}
