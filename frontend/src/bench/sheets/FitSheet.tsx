import { RotateCcw, RotateCw } from "lucide-react";
import { useState } from "react";
import { client, must } from "../../api/client";
import type { Choice, Plan, Unit, Worksheet } from "../../api/types";
import { Choices } from "../ChoiceCard";
import type { Fix } from "../fix";
import { GUIDES, useFitTools, type Guide } from "../fitTools";
import { TypedInput } from "../LengthInput";
import { usePlanStore } from "../planStore";
import { PaddingSheet } from "./PaddingSheet";
import { smallProof, type SheetProps } from "./types";
import { ZoneList } from "./ZoneList";

export function FitSheet(props: SheetProps) {
  const { plan, worksheet, print } = props;
  const whole = plan.fit?.mode === "contain";
  return (
    <div className="space-y-3">
      <div className="space-y-1.5">
        <Choices choices={worksheet.choices.filter((choice) => !isSize(choice))} proof={smallProof(print)} />
        <Choices slim label="Nearest sizes" choices={worksheet.choices.filter(isSize)} proof={smallProof(print)} />
      </div>
      <ZoneList plan={plan} rows={worksheet.zones} />
      {whole ? <PaddingSheet plan={plan} worksheet={worksheet} /> : <CropByHand {...props} />}
      <Straighten plan={plan} worksheet={worksheet} />
      <GuidePick />
    </div>
  );
}

/** Ways out that are other sizes stand below the ways of this one. */
const isSize = (choice: Choice) => choice.id.startsWith("size-");

/** Where the crop lies, typed in px or as printed length; how close it is. */
function CropByHand({ plan, worksheet, unit }: SheetProps) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const zoom = plan.fit?.zoom ?? 1;
  return (
    <section aria-label="Crop by hand" className="space-y-2">
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <Offset side="left" {...{ plan, worksheet, unit }} />
        <Offset side="top" {...{ plan, worksheet, unit }} />
        <button type="button" className="plain-button h-[32px]"
          onClick={() => change({ "fit.anchor": [0.5, 0.5], "fit.auto": false })}>
          Centre
        </button>
      </div>
      <label className="flex items-center gap-3">
        <span className="w-20 whitespace-nowrap">Closer</span>
        <input className="range range-xs" type="range" min={1} max={8} step={0.01} value={zoom}
          aria-valuetext={`${zoom.toFixed(2)} times`}
          onChange={(event) => change({ "fit.zoom": event.target.valueAsNumber }, true)}
          onPointerUp={settle} onKeyUp={settle} />
        <span className="figure w-14 whitespace-nowrap text-right text-[16px]">{zoom.toFixed(2)}{"\u2009"}×</span>
      </label>
    </section>
  );
}

/** How much of the picture lies beyond the crop at a side. */
function Offset(props: { side: "left" | "top"; plan: Plan; worksheet: Worksheet; unit: Unit }) {
  const { side, plan, unit } = props;
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const cut = props.worksheet.reckoning.figures.find((figure) => figure.id === `cut_${side}`);
  return (
    <TypedInput label={side === "left" ? "Off the left" : "Off the top"} value={cut ? cut.text : "0 px"} unit={unit}
      keeps="crop"
      read={(text, typedUnit) =>
        must<{ anchor: [number, number] }>(
          client.POST("/api/fit/offset", { body: { plan: plan as Record<string, unknown>, side, text, unit: typedUnit } }),
        )
      }
      onRead={({ anchor }, going) => change({ "fit.anchor": anchor, "fit.auto": false }, going)} onDone={settle} />
  );
}

function Straighten({ plan, worksheet }: { plan: Plan; worksheet: Worksheet }) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const [draft, setDraft] = useState<string | null>(null);
  const angle = plan.fit?.angle ?? 0;
  const typed = (text: string) => {
    setDraft(text);
    const degrees = asDegrees(text);
    if (degrees !== null) change({ "fit.angle": degrees }, true);
  };
  return (
    <section aria-label="Turn and straighten" className="space-y-2">
      <div className="flex items-center gap-3">
        <label className="flex min-w-0 flex-1 items-center gap-3">
          <span className="w-20 whitespace-nowrap">Straighten</span>
          <input className="range range-xs min-w-0" type="range" min={-15} max={15} step={0.1} value={angle} aria-valuetext={`${angle} degrees`}
            onChange={(event) => change({ "fit.angle": event.target.valueAsNumber }, true)} onPointerUp={settle} onKeyUp={settle} />
        </label>
        <input className="field figure !w-16 text-right text-[16px]" aria-label="Straighten, degrees" inputMode="decimal"
          value={draft ?? `${String(angle).replace("-", "−")}°`} aria-invalid={draft !== null && asDegrees(draft) === null ? true : undefined}
          onFocus={(event) => event.target.select()} onChange={(event) => typed(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          onBlur={() => {
            setDraft(null);
            settle();
          }} />
      </div>
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="plain-button flex items-center gap-1.5" aria-label="Turn a quarter to the left"
          onClick={() => change(worksheet.turns.left as Fix)}>
          <RotateCcw size={15} aria-hidden /> Turn
        </button>
        <button type="button" className="plain-button flex items-center gap-1.5" aria-label="Turn a quarter to the right"
          onClick={() => change(worksheet.turns.right as Fix)}>
          <RotateCw size={15} aria-hidden /> Turn
        </button>
        <button type="button" className="plain-button" onClick={() => change({ "target.width": plan.target.height, "target.height": plan.target.width })}>
          Swap sides
        </button>
      </div>
    </section>
  );
}

const NAMES: Record<Guide, string> = { none: "none", thirds: "thirds", golden: "golden section", diagonals: "diagonals", centre: "centre", grid: "square grid" };

function GuidePick() {
  const { guide, setGuide } = useFitTools();
  return (
    <label className="flex items-center gap-3">
      <span className="w-20">Guides</span>
      <select className="field" value={guide} onChange={(event) => setGuide(event.target.value as Guide)}>
        {GUIDES.map((name) => (
          <option key={name} value={name}>
            {NAMES[name]}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Degrees within ±15 as typed, with any minus and comma; null where that is no angle. */
export function asDegrees(text: string): number | null {
  const plain = text.replace("°", "").replace("−", "-").replace(",", ".").trim();
  const degrees = Number(plain);
  return plain !== "" && Math.abs(degrees) <= 15 ? Math.round(degrees * 100) / 100 : null;
}

