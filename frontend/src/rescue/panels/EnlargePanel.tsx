import { KeptNumber } from "../../fields/KeptNumber";
import { Pick } from "../../shell/Pick";
import { stepOf, withStep } from "../chain";
import type { RescuePanelProps } from "./types";

type By = "chosen" | "factor" | "width";

/** How many pixels the result has. */
export function EnlargePanel({ chain, rescue, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "enlarge");
  const by: By = step.factor !== null ? "factor" : step.width_px !== null ? "width" : "chosen";
  const to = (next: By) =>
    onChange((now) =>
      withStep(now, "enlarge", {
        factor: next === "factor" ? 4 : null,
        width_px: next === "width" ? rescue.width_px * 4 : null,
      }),
    );
  return (
    <>
      <Pick<By>
        label="How far to enlarge"
        options={[
          { value: "chosen", label: chain.print ? "For the print" : "2 ×" },
          { value: "factor", label: "By a factor" },
          { value: "width", label: "To a width" },
        ]}
        value={by}
        onPick={to}
      />
      {by === "factor" && (
        <KeptNumber
          label="Factor"
          min={1}
          max={40}
          step={0.5}
          unit="×"
          value={step.factor}
          onPut={(factor) => onChange((now) => withStep(now, "enlarge", { factor, width_px: null }))}
        />
      )}
      {by === "width" && (
        <KeptNumber
          label="Width"
          min={1}
          max={200000}
          step={100}
          unit="px"
          value={step.width_px}
          onPut={(width) =>
            onChange((now) =>
              withStep(now, "enlarge", { width_px: width === null ? null : Math.round(width), factor: null }),
            )
          }
        />
      )}
      <p className="soft">The picture is</p>
      <Pick
        label="What the picture is like"
        options={[
          { value: "plain", label: "not sharpened" },
          { value: "soft", label: "soft" },
          { value: "sharpened", label: "sharpened" },
        ]}
        value={step.source}
        onPick={(source) => onChange((now) => withStep(now, "enlarge", { source }))}
      />
    </>
  );
}
