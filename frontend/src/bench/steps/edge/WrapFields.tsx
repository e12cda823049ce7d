import { PartTitle } from "../../../legend/PartTitle";
import { Pipette } from "lucide-react";
import { useState } from "react";
import type { Advice, Choice, Drawing, Plan, PrintState } from "../../../api/types";
import { useMedia } from "../../../drawing/useMedia";
import { NumberField } from "../../../fields/NumberField";
import { Slider } from "../../../fields/Slider";
import { rimColour } from "../../pickedColour";
import { TurningCanvas } from "../../TurningCanvas";
import { usePlanStore } from "../../planStore";
import { usePlanTyping } from "../../usePlanTyping";
import { AdviceCard } from "./AdviceCard";
import { EdgeCards } from "./EdgeCards";
import { EdgeColour, EdgeLength, type EdgeProps } from "./parts";

type Wrap = Extract<Plan["edge"], { kind: "wrap" }>;
/** Windows whose drawing has no room for the canvas to be turned beside the sheet (Drawing.tsx). */
const NO_ROOM_BESIDE = "(max-width: 600px), (min-width: 861px) and (max-width: 949px)";
const percent = (share: number) => Math.round(share * 1000) / 10;

export function WrapFields(
  props: EdgeProps & {
    edge: Wrap;
    fills: Choice[];
    advice: Advice | null;
    drawing: Drawing;
    proof: string;
    print: PrintState;
  },
) {
  const { edge } = props;
  const { change, ...typing } = usePlanTyping();
  const inSheet = useMedia(NO_ROOM_BESIDE);
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <EdgeLength
          {...props}
          label="Stretcher depth"
          about="word:stretcher-depth"
          value={edge.depth}
          path="edge.depth"
          narrow={false}
        />
        <EdgeLength
          {...props}
          label="Staple allowance"
          about="word:staple-allowance"
          value={edge.turn}
          path="edge.turn"
          narrow={false}
        />
      </div>
      <PartTitle about="choice:fill">Canvas edge</PartTitle>
      <EdgeCards label="Canvas edge" choices={props.fills} proof={props.proof} told />
      {props.advice && <AdviceCard title="For this picture" advice={props.advice} />}
      {inSheet && (
        <div className="turning-in-sheet">
          <TurningCanvas drawing={props.drawing} proof={props.proof} />
        </div>
      )}
      {edge.fill === "soft-mirror" && (
        <label className="flex items-center justify-between gap-3">
          Softness
          <Slider
            min={0}
            max={1}
            step={0.05}
            className="range-xs w-40"
            value={edge.softness}
            text={`${percent(edge.softness)} %`}
            {...typing}
            onValue={(softness) => change({ "edge.softness": softness })}
          />
        </label>
      )}
      {edge.fill === "colour" && (
        <div className="flex flex-wrap items-center gap-3">
          <EdgeColour label="Its colour" value={edge.colour} path="edge.colour" />
          <FromTheRim proof={props.proof} />
        </div>
      )}
      <details>
        <summary className="cursor-pointer">{said(edge)}</summary>
        <p className="soft">
          How much longer the canvas gets when it is stretched. The file is made that much smaller, so that
          the face comes out true.
        </p>
        <div className="grid grid-cols-2 gap-2 pt-1">
          {(["x", "y"] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis === "x" ? "Across" : "Down"}
              min={0}
              max={10}
              step={0.5}
              unit="%"
              value={percent(edge.give[axis])}
              {...typing}
              onRead={(share) => change({ [`edge.give.${axis}`]: (share ?? 0) / 100 })}
            />
          ))}
        </div>
      </details>
    </>
  );
}

function said({ give }: Wrap): string {
  if (!give.x && !give.y) return "No stretch allowance";
  return `Stretch allowance ${percent(give.x)} % across, ${percent(give.y)} % down`;
}

/** Takes the mean colour of the picture's own rim. */
function FromTheRim({ proof }: { proof: string }) {
  const change = usePlanStore((store) => store.change);
  const [busy, setBusy] = useState(false);
  return (
    <button
      type="button"
      className="plain-button flex items-center gap-1.5"
      disabled={busy}
      onClick={() => {
        setBusy(true);
        void rimColour(proof)
          .then((colour) => colour && change({ "edge.colour": colour }))
          .finally(() => setBusy(false));
      }}
    >
      <Pipette size={15} aria-hidden /> From the picture’s edge
    </button>
  );
}
