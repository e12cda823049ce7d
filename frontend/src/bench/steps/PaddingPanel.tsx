import { Pipette } from "lucide-react";
import type { Plan, Worksheet } from "../../api/types";
import { Pick } from "../../shell/Pick";
import { useFitTools } from "../fitTools";
import { usePlanStore } from "../planStore";
import type { WhenReckoned } from "../useWhenReckoned";

const COLOURS = [
  { value: "#ffffff", label: "White" },
  { value: "#808080", label: "Grey" },
  { value: "#000000", label: "Black" },
] as const;
const PLACES = [
  { value: "0", label: "At the beginning" },
  { value: "0.5", label: "In the middle" },
  { value: "1", label: "At the end" },
] as const;

/** Whether the room to spare lies beside the picture; only one direction has some. */
function isSideways({ reckoning }: Worksheet): boolean {
  const { image, printed } = reckoning.boxes;
  return image[2] - printed[2] > image[3] - printed[3];
}

/** What lies around a whole picture: its colour, and where in it the picture stands. */
export function PaddingPanel(props: { plan: Plan; worksheet: Worksheet; whenReckoned: WhenReckoned }) {
  const { plan, worksheet, whenReckoned } = props;
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const { picking, pick } = useFitTools();
  const edge = plan.edge;
  const own = "colour" in edge && edge.colour ? edge.colour : "#ffffff";
  const colour = (plan.fit.colour ?? own).toLowerCase();
  const [x, y] = plan.fit.anchor as [number, number];
  const place = (share: string) =>
    whenReckoned((now) =>
      change({ "fit.anchor": isSideways(now) ? [Number(share), y] : [x, Number(share)] }),
    );
  return (
    <section aria-label="Background" className="space-y-2">
      <div className="flex flex-wrap items-center gap-2">
        <Pick
          label="Colour of the background"
          about="word:padding-colour"
          options={COLOURS}
          value={COLOURS.find((item) => item.value === colour)?.value ?? null}
          onPick={(value) => change({ "fit.colour": value })}
        />
        <input
          type="color"
          className="h-7 w-10 cursor-pointer"
          aria-label="Own colour"
          value={colour}
          onChange={(event) => change({ "fit.colour": event.target.value }, true)}
          onBlur={() => settle()}
        />
        <button
          type="button"
          className="plain-button flex items-center gap-1.5"
          aria-pressed={picking}
          onClick={() => pick(!picking)}
        >
          <Pipette size={15} aria-hidden /> {picking ? "Click the picture…" : "From the picture"}
        </button>
      </div>
      <Pick
        label="Place of the picture"
        about="figure:anchor_x"
        options={PLACES}
        value={String(isSideways(worksheet) ? x : y) as "0" | "0.5" | "1"}
        onPick={place}
      />
    </section>
  );
}
