import { KeptNumber } from "../../fields/KeptNumber";
import { stepOf, withStep } from "../chain";
import type { RescuePanelProps } from "./types";

/** Black and white by the ends of the histogram, and how light the middle is. */
export function TonePanel({ chain, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "tone");
  return (
    <>
      <KeptNumber
        label="Becomes black: level"
        min={0}
        max={200}
        step={1}
        empty="by the histogram"
        value={step.black}
        onPut={(black) => onChange((now) => withStep(now, "tone", { black }))}
      />
      <KeptNumber
        label="Becomes white: level"
        min={55}
        max={255}
        step={1}
        empty="by the histogram"
        value={step.white}
        onPut={(white) => onChange((now) => withStep(now, "tone", { white }))}
      />
      <KeptNumber
        label="Middle (1: as it is, more: lighter)"
        min={0.2}
        max={5}
        step={0.05}
        value={step.middle}
        onPut={(middle) => middle !== null && onChange((now) => withStep(now, "tone", { middle }))}
      />
    </>
  );
}
