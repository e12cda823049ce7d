import { KeptNumber } from "../../fields/KeptNumber";
import { stepOf, withStep } from "../chain";
import { SpanField } from "./SpanField";
import type { RescuePanelProps } from "./types";

/** Output sharpening, for the final size. */
export function SharpenPanel({ chain, unit, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "sharpen");
  return (
    <>
      <KeptNumber
        label="Amount"
        min={0}
        max={2}
        step={0.05}
        empty="as worked out"
        value={step.amount}
        onPut={(amount) => onChange((now) => withStep(now, "sharpen", { amount }))}
      />
      <SpanField
        label={chain.print ? "Radius on the print" : "Radius in px"}
        unit={unit}
        none="as worked out"
        value={step.radius}
        onPut={(radius) => onChange((now) => withStep(now, "sharpen", { radius }))}
      />
    </>
  );
}
