import { PartTitle } from "../../../legend/PartTitle";
import type { Plan, Worksheet } from "../../../api/types";
import { NumberField } from "../../../fields/NumberField";
import { Slider } from "../../../fields/Slider";
import { typeset } from "../../../shell/typeset";
import { usePlanStore } from "../../planStore";
import { usePlanTyping } from "../../usePlanTyping";
import { Check } from "../../../fields/Check";

type Proposal = NonNullable<Worksheet["sharpening"]>;

/** Output sharpening: what is proposed, with its arithmetic, and a slider around it. */
export function SharpenFields({ plan, proposal }: { plan: Plan; proposal: Proposal }) {
  const change = usePlanStore((store) => store.change);
  const { change: moved, ...typing } = usePlanTyping();
  const { sharpen } = plan.pixels;
  return (
    <>
      <PartTitle about="word:sharpening">Output sharpening</PartTitle>
      <Check
        label={`Sharpen last, at final size`}
        checked={sharpen !== null}
        onChange={(checked) =>
          change({ "pixels.sharpen": checked ? { amount: proposal.amount, radius: null } : null })
        }
      />
      {sharpen && (
        <label className="flex items-center justify-between gap-3">
          How much
          <span className="flex items-center gap-2">
            <Slider
              min={0}
              max={2}
              step={0.05}
              className="range-xs w-32"
              value={sharpen.amount}
              text={`${sharpen.amount}`}
              {...typing}
              onValue={(amount) => moved({ "pixels.sharpen.amount": amount })}
            />
            <span className="figure w-10 text-right text-[16px]">{sharpen.amount.toFixed(2)}</span>
          </span>
        </label>
      )}
      <p className="soft">
        Proposed for this distance and medium: {typeset(proposal.text)}
        {sharpen && Math.abs(sharpen.amount - proposal.amount) > 0.005 && (
          <>
            {" "}
            <button
              type="button"
              className="plain-button ml-1"
              onClick={() => change({ "pixels.sharpen": { amount: proposal.amount, radius: null } })}
            >
              Take it
            </button>
          </>
        )}
      </p>
      <details>
        <summary className="cursor-pointer">Its arithmetic</summary>
        <ul className="figure space-y-0.5 pt-1 text-[14.5px]">
          {proposal.steps.map((step) => (
            <li key={step}>{typeset(step)}</li>
          ))}
        </ul>
        <div className="pt-1">
          <NumberField
            narrow
            label={
              <>
                Ink spread (dot gain){" "}
                <span className="soft">{proposal.spread_assumed ? "an assumption" : "set by you"}</span>
              </>
            }
            about="word:ink-spread"
            unit="mm"
            min={0}
            max={2}
            step={0.005}
            empty="assumed"
            inputClass="!w-24"
            value={plan.medium.spread ?? proposal.spread}
            {...typing}
            onRead={(spread) => moved({ "medium.spread": spread })}
          />
        </div>
      </details>
    </>
  );
}
