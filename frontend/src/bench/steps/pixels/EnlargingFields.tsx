import { PartTitle } from "../../../legend/PartTitle";
import type { Choice, Plan } from "../../../api/types";
import { Slider } from "../../../fields/Slider";
import { Pick } from "../../../shell/Pick";
import { Choices } from "../../ChoiceCard";
import { usePlanStore } from "../../planStore";
import { usePlanTyping } from "../../usePlanTyping";

const SOURCES = [
  { value: "plain", label: "Not sharpened yet" },
  { value: "soft", label: "Soft" },
  { value: "sharpened", label: "Already sharpened" },
] as const;

/** How pixels are made where there are too few: the method, what the picture is like, its noise. */
export function EnlargingFields({ pixels, methods }: { pixels: Plan["pixels"]; methods: Choice[] }) {
  const change = usePlanStore((store) => store.change);
  const { change: moved, ...typing } = usePlanTyping();
  const denoise = Math.round(pixels.denoise * 100);
  return (
    <>
      {methods.length > 0 && (
        <>
          <PartTitle about="choice:method">How it is enlarged</PartTitle>
          <Choices label="How it is enlarged" choices={methods} slim />
        </>
      )}
      {methods.length > 0 && pixels.method === "careful" && (
        <div>
          <p className="mb-1">The picture is</p>
          <Pick
            label="The picture is"
            about="word:source"
            options={SOURCES}
            value={pixels.source}
            onPick={(source) => change({ "pixels.source": source })}
          />
        </div>
      )}
      <label className="flex items-center justify-between gap-3">
        Noise reduction
        <span className="flex items-center gap-2">
          <Slider
            min={0}
            max={1}
            step={0.05}
            className="range-xs w-32"
            value={pixels.denoise}
            text={`${denoise} %`}
            {...typing}
            onValue={(share) => moved({ "pixels.denoise": share })}
          />
          <span className="figure w-10 text-right text-[16px]">{denoise ? `${denoise} %` : "none"}</span>
        </span>
      </label>
    </>
  );
}
