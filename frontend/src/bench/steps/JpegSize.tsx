import { NumberField } from "../../fields/NumberField";
import { Row } from "../../fields/Row";
import type { Plan } from "../../api/types";
import { Pick } from "../../shell/Pick";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";

const BY = [
  { value: "quality", label: "quality" },
  { value: "size", label: "largest size" },
] as const;
/** The quality of a JPEG where nobody says another, and the size that is begun with, kB. */
const USUAL = 98;
const BEGINS_KB = 2000;

/** How good a JPEG is: by its quality, or as good as a largest size allows. */
export function JpegSize({ output }: { output: Plan["output"] }) {
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const bySize = output.most_kb !== null;
  const alone = output.format === "jpeg";
  return (
    <>
      {alone && (
        <Row name="JPEG by">
          <Pick
            label="JPEG by"
            about="word:jpeg"
            options={BY}
            value={bySize ? "size" : "quality"}
            onPick={(by) => change({ "output.most_kb": by === "size" ? BEGINS_KB : null })}
          />
        </Row>
      )}
      {alone && bySize ? (
        <NumberField
          narrow
          label="At most, kB"
          min={10}
          max={1_000_000}
          step={100}
          inputClass="!w-28 text-right"
          value={output.most_kb}
          {...typing}
          onRead={(kb) => kb !== null && typed({ "output.most_kb": Math.round(kb) })}
        />
      ) : (
        <NumberField
          narrow
          label="Quality"
          min={30}
          max={100}
          step={1}
          inputClass="!w-20 text-right"
          value={output.quality ?? USUAL}
          {...typing}
          onRead={(quality) => quality !== null && typed({ "output.quality": Math.round(quality) })}
        />
      )}
    </>
  );
}
