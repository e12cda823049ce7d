import { NumberField } from "../../fields/NumberField";
import { TypedField } from "../../fields/TypedField";
import { useOptions } from "../../api/useReference";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import type { OfStrip } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";
import { readSteps, stepsText } from "./steps";

const SAYS = {
  ppi: "Steps, ppi",
  method: "Ways of enlarging",
  sharpen: "Steps of sharpening, 0 to 2",
  exposure: "Thirds of a stop, −9 to 9",
};

/** What differs between the patches, and the grid that they are made on. */
export function LadderPanel({ request, page }: OfStrip) {
  const { change, ...typing } = useLayoutTyping();
  const put = useLayoutStore((store) => store.change);
  const { methods } = useOptions();
  const { by, steps } = request.ladder;
  return (
    <div className="space-y-3">
      {by !== "method" && by !== "profile" && (
        <TypedField
          label={SAYS[by]}
          value={stepsText(steps)}
          read={async (text) => ({ value: readSteps(text, by === "ppi" ? "ppi" : "") })}
          {...typing}
          onRead={(read) => change({ "ladder.steps": read })}
          hint="The finest that the picture holds is what the others are held against."
        />
      )}
      <Ways
        label="Ladders"
        about="word:step-ladder"
        ways={page.ways.filter(({ id }) => id.startsWith("ladder-"))}
      />
      <NumberField
        narrow
        label={
          <>
            The device's own grid <span className="soft">ppi</span>
          </>
        }
        inputClass="figure !w-28"
        value={request.device_ppi}
        min={72}
        max={2880}
        step={60}
        unit="ppi"
        {...typing}
        onRead={(ppi) => ppi !== null && change({ device_ppi: Math.round(ppi) })}
      />
      {(by === "sharpen" || by === "exposure") && (
        <div className="flex items-center justify-between gap-3">
          <span>Enlarged</span>
          <Pick
            label="Enlarged"
            options={methods}
            value={request.method}
            onPick={(method) => put({ method })}
          />
        </div>
      )}
    </div>
  );
}
