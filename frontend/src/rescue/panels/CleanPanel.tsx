import { Check } from "../../fields/Check";
import { stepOf, withStep } from "../chain";
import { Strength } from "./Strength";
import type { RescuePanelProps } from "./types";

/** JPEG blocks, noise, the screen of a printed original, dust. */
export function CleanPanel({ chain, hand, onHand, onChange }: RescuePanelProps) {
  const step = stepOf(chain, "clean");
  return (
    <>
      <Strength
        label="JPEG blocks"
        value={step.blocks}
        onPut={(blocks) => onChange((now) => withStep(now, "clean", { blocks }))}
      />
      <Strength
        label="Noise"
        value={step.noise}
        onPut={(noise) => onChange((now) => withStep(now, "clean", { noise }))}
      />
      <Check
        label="Remove the screen of a printed original"
        checked={step.screen}
        onChange={(screen) => onChange((now) => withStep(now, "clean", { screen }))}
      />
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="plain-button"
          aria-pressed={hand === "dust"}
          onClick={() => onHand(hand === "dust" ? "move" : "dust")}
        >
          {hand === "dust" ? "Done with dust" : "Remove dust by hand"}
        </button>
        {step.dabs.length > 0 && (
          <button
            type="button"
            className="plain-button"
            onClick={() => onChange((now) => withStep(now, "clean", { dabs: step.dabs.slice(0, -1) }))}
          >
            Last one back ({step.dabs.length})
          </button>
        )}
      </div>
    </>
  );
}
