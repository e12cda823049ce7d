import { KeptNumber } from "../../fields/KeptNumber";
import { Pick } from "../../shell/Pick";
import { stepOf, withStep } from "../chain";
import type { RescuePanelProps } from "./types";

const SIDES = ["left", "right", "top", "bottom"] as const;

/** More picture than there is, at its sides. */
export function RimPanel({ chain, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "rim");
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        {SIDES.map((side) => (
          <KeptNumber
            key={side}
            label={`More at the ${side}`}
            min={0}
            max={100}
            step={1}
            unit="%"
            value={Number((step[side] * 100).toFixed(2))}
            onPut={(percent) =>
              onChange((now) =>
                withStep(now, "rim", { [side]: (percent ?? 0) / 100 } as Partial<typeof step>),
              )
            }
          />
        ))}
      </div>
      <Pick
        label="Filled by"
        options={[
          { value: "patches", label: "patches" },
          { value: "mirror", label: "mirror" },
          { value: "stretch", label: "stretch" },
          { value: "blur", label: "blur" },
        ]}
        value={step.by}
        onPick={(by) => onChange((now) => withStep(now, "rim", { by }))}
      />
    </>
  );
}
