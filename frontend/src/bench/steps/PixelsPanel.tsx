import { PartTitle } from "../../legend/PartTitle";
import { useEffect } from "react";
import { Link } from "react-router";
import { client } from "../../api/client";
import type { Choice } from "../../api/types";
import { NumberField } from "../../fields/NumberField";
import { Choices } from "../ChoiceCard";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import { EnlargingFields } from "./pixels/EnlargingFields";
import { SharpenFields } from "./pixels/SharpenFields";
import type { StepPanelProps } from "./types";

const GRIDS = [300, 360, 600, 720];

/** The sheet of the step; without the way to the proof and sharpening where it does not stand `alone`. */
export function PixelsPanel({ plan, worksheet, print, alone = true }: StepPanelProps & { alone?: boolean }) {
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const pixels = plan.pixels;
  const of = (kind: Choice["kind"]) => worksheet.choices.filter((choice) => choice.kind === kind);
  const short = of("short");
  return (
    <div className="space-y-3">
      {short.length > 0 && (
        <>
          <PartTitle about="choice:short">Pixels are short: four ways</PartTitle>
          <Choices label="Pixels are short: four ways" choices={short} slim />
        </>
      )}
      <PartTitle about="choice:pixels">How many pixels</PartTitle>
      <Choices label="How many pixels" choices={of("way")} />
      {pixels.mode === "fixed" && (
        <NumberField
          narrow
          label="Pixels per inch"
          about="word:ppi"
          unit="ppi"
          min={1}
          max={10000}
          step={1}
          inputClass="!w-24"
          value={pixels.ppi ?? 300}
          {...typing}
          onRead={(ppi) => typed({ "pixels.ppi": ppi })}
        />
      )}
      {pixels.mode === "device" && !plan.device && (
        <label className="flex items-center justify-between gap-3">
          Printer&apos;s native grid
          <select
            className="field figure !w-40 text-[16px]"
            value={pixels.native_ppi ?? ""}
            onChange={(event) => change({ "pixels.native_ppi": Number(event.target.value) || null })}
          >
            <option value="">not known</option>
            {GRIDS.map((ppi) => (
              <option key={ppi} value={ppi}>{`${ppi} ppi`}</option>
            ))}
          </select>
        </label>
      )}
      <EnlargingFields pixels={pixels} methods={of("method")} />
      {alone && <ToTheProof print={print.id} />}
      {alone && worksheet.sharpening && <SharpenFields plan={plan} proposal={worksheet.sharpening} />}
      <p className="soft text-[13px]">
        Resampling invents no detail. Changing the ppi tag alone changes no pixel. Many labs resample
        everything to their own grid: ask before enlarging.
      </p>
    </div>
  );
}

/** The way to the proof; while one is here its picture is made ready for being looked at. */
function ToTheProof({ print }: { print: number }) {
  useEffect(() => {
    // Nobody misses it: without, the first look takes a moment longer.
    void client
      .POST("/api/prints/{print_id}/proofs/ahead", { params: { path: { print_id: print } } })
      .catch(() => undefined);
  }, [print]);
  return (
    <Link to={`/prints/${print}/proof`} className="plain-button flex items-center justify-center">
      Proof: see it at its true size
    </Link>
  );
}
