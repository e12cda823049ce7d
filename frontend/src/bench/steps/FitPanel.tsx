import { memo } from "react";
import { PartTitle } from "../../legend/PartTitle";
import { RotateCcw, RotateCw } from "lucide-react";
import { client, heard } from "../../api/client";
import type { Choice, CropSide, Figure, Plan } from "../../api/types";
import { NumberField } from "../../fields/NumberField";
import { Slider } from "../../fields/Slider";
import { TypedField } from "../../fields/TypedField";
import { Choices } from "../ChoiceCard";
import type { Fix } from "../../designs/fix";
import { AS_BEGUN, CENTRED, GUIDES, useFitTools, type Guide } from "../fitTools";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import type { WhenReckoned } from "../useWhenReckoned";
import { PaddingPanel } from "./PaddingPanel";
import { smallProof, type StepPanelProps } from "./types";
import { ZoneList } from "./ZoneList";

/** A step whose changes hang on the figures of the plan in hand. */
type FitProps = StepPanelProps & { whenReckoned: WhenReckoned };

export function FitPanel(props: FitProps) {
  const { plan, worksheet, print, whenReckoned } = props;
  const whole = plan.fit.mode === "contain";
  return (
    <div className="space-y-3">
      <div className="space-y-1.5">
        <PartTitle about="choice:way">Ways to fit</PartTitle>
        <Choices
          label="Ways to fit"
          choices={worksheet.choices.filter((choice) => !isSize(choice))}
          proof={smallProof(print)}
        />
        {worksheet.choices.some(isSize) && <PartTitle about="choice:size">Nearest sizes</PartTitle>}
        <Choices
          slim
          label="Nearest sizes"
          choices={worksheet.choices.filter(isSize)}
          proof={smallProof(print)}
        />
      </div>
      <ZoneList plan={plan} rows={worksheet.zones} />
      {whole ? (
        <PaddingPanel plan={plan} worksheet={worksheet} whenReckoned={whenReckoned} />
      ) : (
        <CropByHand zoom={plan.fit.zoom} figures={worksheet.reckoning.figures} />
      )}
      <Straighten angle={plan.fit.angle} target={plan.target} whenReckoned={whenReckoned} />
      <GuidePick />
    </div>
  );
}

/** Ways out that are other sizes stand below the ways of this one. */
const isSize = (choice: Choice) => choice.kind === "size";

/** Where the crop lies, typed in px or as printed length; how close it is. */
function CropByHand({ zoom, figures }: { zoom: number; figures: Figure[] }) {
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const said = (id: string) => figures.find((figure) => figure.id === id)?.text ?? "0 px";
  return (
    <section aria-label="Crop by hand" className="space-y-2">
      <div className="grid grid-cols-3 items-end gap-2">
        {CROP_FIELDS.map(([side, label, id]) => (
          <CropField key={side} side={side} label={label} text={said(id)} />
        ))}
      </div>
      <div className="flex gap-1.5">
        <button type="button" className="plain-button" onClick={() => change(CENTRED)}>
          Centre
        </button>
        <button
          type="button"
          className="plain-button"
          title="Or a double click on the picture"
          onClick={() => change(AS_BEGUN)}
        >
          Largest crop
        </button>
      </div>
      <label className="flex items-center gap-3" onDoubleClick={() => change({ "fit.zoom": 1 })}>
        <span className="w-20 whitespace-nowrap">Zoom</span>
        <Slider
          min={1}
          max={8}
          step={0.01}
          value={zoom}
          text={`${zoom.toFixed(2)} times`}
          {...typing}
          onValue={(value) => typed({ "fit.zoom": value })}
        />
        <span className="figure w-14 whitespace-nowrap text-right text-[16px]">
          {zoom.toFixed(2)}
          {"\u00a0"}×
        </span>
      </label>
    </section>
  );
}

/** What is typed of a crop: how much of the picture lies beyond it at each side, and how large it is. */
const CROP_FIELDS: readonly (readonly [CropSide, string, string])[] = [
  ["left", "Off the left", "cut_left"],
  ["right", "Off the right", "cut_right"],
  ["width", "Crop width", "crop_width"],
  ["top", "Off the top", "cut_top"],
  ["bottom", "Off the bottom", "cut_bottom"],
  ["height", "Crop height", "crop_height"],
];

/** A measure of the crop, in px of the picture or as it is printed; a hand that moves it sideways changes two of six. */
const CropField = memo(function CropField({
  side,
  label,
  text,
}: {
  side: CropSide;
  label: string;
  text: string;
}) {
  const { change: typed, ...typing } = usePlanTyping();
  const read = async (asTyped: string) => {
    // Of the plan in the hand at that moment.
    const plan = usePlanStore.getState().document as Record<string, unknown>;
    const { fix, open } = await heard(client.POST("/api/fit/crop", { body: { plan, side, text: asTyped } }));
    return { value: fix as Fix, open };
  };
  return (
    <TypedField
      label={label}
      value={text}
      keeps="crop"
      read={read}
      {...typing}
      onRead={(fix) => typed(fix)}
    />
  );
});

function Straighten(props: { angle: number; target: Plan["target"]; whenReckoned: WhenReckoned }) {
  const { angle, target, whenReckoned } = props;
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const lean = (degrees: number | null) => typed({ "fit.angle": Math.round((degrees ?? 0) * 100) / 100 });
  return (
    <section aria-label="Turn and straighten" className="space-y-2">
      <div className="flex items-center gap-3">
        <label className="flex min-w-0 flex-1 items-center gap-3">
          <span className="w-20 whitespace-nowrap">Straighten</span>
          <Slider
            className="min-w-0"
            min={-15}
            max={15}
            step={0.1}
            value={angle}
            text={`${angle} degrees`}
            {...typing}
            onValue={lean}
          />
        </label>
        <div className="w-16">
          <NumberField
            label=""
            ariaLabel="Straighten, degrees"
            unit="°"
            min={-15}
            max={15}
            step={0.1}
            inputClass="text-right"
            value={angle}
            {...typing}
            onRead={lean}
          />
        </div>
      </div>
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          className="plain-button flex items-center gap-1.5"
          title="A quarter to the left, Shift T"
          onClick={() => whenReckoned(({ turns }) => change(turns.left as Fix))}
        >
          <RotateCcw size={15} aria-hidden /> Turn left
        </button>
        <button
          type="button"
          className="plain-button flex items-center gap-1.5"
          title="A quarter to the right, T"
          onClick={() => whenReckoned(({ turns }) => change(turns.right as Fix))}
        >
          <RotateCw size={15} aria-hidden /> Turn right
        </button>
        <button
          type="button"
          className="plain-button"
          onClick={() => change({ "target.width": target.height, "target.height": target.width })}
        >
          Swap sides
        </button>
      </div>
    </section>
  );
}

const NAMES: Record<Guide, string> = {
  none: "none",
  thirds: "thirds",
  golden: "golden section",
  diagonals: "diagonals",
  centre: "centre",
  grid: "square grid",
};

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
