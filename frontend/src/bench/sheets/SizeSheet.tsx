import { ArrowLeftRight } from "lucide-react";
import { readSize, TypedInput } from "../LengthInput";
import { useReference } from "../Pad";
import { usePlanStore } from "../planStore";
import type { SheetProps } from "./types";
import type { Plan, Reference } from "../../api/types";

/** `24 × 16 in` where both sides share a unit, else each side with its own. */
export function sizeAsTyped(target: Plan["target"]): string {
  const side = /^(.*?)\s*([A-Za-z]+)$/;
  const width = side.exec(target.width);
  const height = side.exec(target.height);
  return width && height && width[2] === height[2]
    ? `${width[1]} × ${height[1]} ${width[2]}`
    : `${target.width} × ${target.height}`;
}

export function SizeSheet({ plan, unit, worksheet }: SheetProps) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const reference = useReference();
  const { target, medium } = plan;
  const { trim } = worksheet.reckoning.boxes;
  const media = reference.data?.media ?? [];
  const known = media.some((item) => item.name === medium?.name);
  return (
    <div className="space-y-3">
      <div className="flex items-end gap-2">
        <TypedInput label="Finished size" value={sizeAsTyped(target)} unit={unit} read={readSize}
          onRead={({ width, height }, going) => change({ target: { width, height } }, going)} onDone={settle} />
        <button type="button" className="plain-button flex h-[32px] items-center gap-1.5 whitespace-nowrap"
          onClick={() => change({ target: { width: target.height, height: target.width } })}>
          <ArrowLeftRight size={15} aria-hidden /> Swap sides
        </button>
      </div>
      <p className="soft -mt-1 text-[13px]">Type it as you say it: 8x10, 20 × 30 cm, 11 1/2&quot; x 8&quot;, A3 landscape.</p>
      <label className="block">
        Printed on
        <select className="field mt-0.5" value={medium?.name ?? ""}
          onChange={(event) => {
            const item = media.find((one) => one.name === event.target.value);
            if (item) change({ medium: { name: item.name, factor: item.factor } });
          }}>
          {!known && <option value={medium?.name ?? ""}>{medium?.name || "no medium yet"}</option>}
          {media.map((item) => (
            <option key={item.name}>{item.name}</option>
          ))}
        </select>
      </label>
      <label className="flex items-center justify-between gap-3">
        <span>
          Medium factor <span className="soft">share of the detail it holds</span>
        </span>
        <input className="field figure !w-20 text-[16px]" type="number" min={0.1} max={2} step={0.05}
          value={medium?.factor ?? 1}
          onChange={(event) => {
            const factor = event.target.valueAsNumber;
            if (factor > 0 && factor <= 2) change({ "medium.factor": factor }, true);
          }}
          onBlur={settle} />
      </label>
      <Shelf sizes={reference.data?.sizes ?? []} target={target} wide={trim[2] > trim[3]}
        onTake={(width, height) => change({ target: { width, height } })} />
    </div>
  );
}

/** The shelf of common sizes; each is taken in the direction the print has now. */
function Shelf(props: {
  sizes: Reference["sizes"];
  target: Plan["target"];
  wide: boolean;
  onTake: (width: string, height: string) => void;
}) {
  const groups = Map.groupBy(props.sizes, (size) => size.group);
  return (
    <section aria-label="Common sizes" className="space-y-2">
      {[...groups].map(([group, sizes]) => (
        <div key={group}>
          <h3 className="soft text-[13px]">{group}</h3>
          <div className="flex flex-wrap gap-1">
            {sizes.map((size) => {
              const [width, height] = props.wide ? [size.height, size.width] : [size.width, size.height];
              const here = props.target.width === width && props.target.height === height;
              return (
                <button key={size.name} type="button" aria-pressed={here}
                  className={`figure min-h-6 rounded border px-1.5 text-[15px] ${here ? "bg-primary text-primary-content" : ""}`}
                  style={{ borderColor: "var(--color-base-300)" }} onClick={() => props.onTake(width, height)}>
                  {size.name.replace(/ (in|cm)$/, "")}
                </button>
              );
            })}
          </div>
        </div>
      ))}
    </section>
  );
}
