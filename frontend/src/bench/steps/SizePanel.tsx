import { PartTitle } from "../../legend/PartTitle";
import { useQuery } from "@tanstack/react-query";
import { ArrowLeftRight } from "lucide-react";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import type { Plan, SizeEntry } from "../../api/types";
import { findSizes } from "../../sizes/useSizes";
import { SizeField } from "../../fields/LengthField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { NumberField } from "../../fields/NumberField";
import { typeset } from "../../shell/typeset";
import { Choices } from "../ChoiceCard";
import { useReference } from "../../api/useReference";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import { pictureSides, smallProof, type StepPanelProps } from "./types";

const inPixels = (side: string) => side.endsWith("px");

const NO_EDGE: Plan["edge"] = { kind: "none" };
const NO_MARKS: Plan["marks"] = { margin: "0 mm", crop: false, fold: false, centre: false, staple: false };

/** Where a size is kept that was typed while the server was away. */
export const unreadSize = (print: number) => `size of print ${print}`;

/** The change that takes a size; only a target in pixels has a tag, and no edge. */
export function taken(width: string, height: string): Record<string, unknown> {
  const target: Plan["target"] = { width, height, ppi: null };
  return inPixels(width) ? { target, edge: NO_EDGE, marks: NO_MARKS } : { target };
}

export function SizePanel({ plan, unit, worksheet, print }: StepPanelProps) {
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const reference = useReference();
  const { target, medium } = plan;
  const { trim } = worksheet.reckoning.boxes;
  const media = reference.data?.media ?? [];
  const known = media.some((item) => item.name === medium.name);
  return (
    <div className="space-y-3">
      <div className="flex items-start gap-2">
        <SizeField
          label="Finished size"
          about="figure:target_width"
          value={sizeAsTyped(target)}
          unit={unit}
          picture={pictureSides(worksheet)}
          keepAs={unreadSize(print.id)}
          {...typing}
          onRead={({ width, height }) => typed(taken(width, height))}
          hint={`As you say it: ${typeset((reference.data?.size_examples ?? []).join(", "))}`}
        />
        <button
          type="button"
          className="plain-button mt-[23px] flex h-[32px] items-center gap-1.5 whitespace-nowrap"
          onClick={() => change({ "target.width": target.height, "target.height": target.width })}
        >
          <ArrowLeftRight size={15} aria-hidden /> Swap sides
        </button>
      </div>
      {inPixels(target.width) && (
        <NumberField
          narrow
          label={
            <>
              ppi tag <span className="soft">changes no pixel</span>
            </>
          }
          unit="ppi"
          min={1}
          max={10000}
          step={1}
          inputClass="!w-20"
          value={target.ppi ?? 96}
          {...typing}
          onRead={(ppi) => typed({ "target.ppi": ppi })}
        />
      )}
      <Shelf
        target={target}
        wide={trim[2] > trim[3]}
        onTake={(width, height) => change(taken(width, height))}
      />
      <Link to={`/prints/${print.id}/sizes`} className="plain-button flex items-center justify-center">
        Compare sizes
      </Link>
      {worksheet.choices.length > 0 && (
        <section className="space-y-1.5">
          <PartTitle about="choice:follow">The sheet follows the picture</PartTitle>
          <Choices
            choices={worksheet.choices}
            proof={smallProof(print)}
            label="Sheets that follow the picture"
            slim
          />
        </section>
      )}
      <label className="block">
        Printed on
        <select
          className="field mt-0.5"
          value={medium.name}
          onChange={(event) => {
            const item = media.find((one) => one.name === event.target.value);
            if (item) change({ medium: { ...item } });
          }}
        >
          {!known && <option value={medium.name}>{medium.name || "no medium yet"}</option>}
          {media.map((item) => (
            <option key={item.name}>{item.name}</option>
          ))}
        </select>
      </label>
      <NumberField
        narrow
        about="word:detail-factor"
        label={
          <>
            Detail factor <span className="soft">1 is all of it</span>
          </>
        }
        min={0.1}
        max={2}
        step={0.05}
        inputClass="!w-20"
        value={medium.factor}
        {...typing}
        onRead={(factor) =>
          // Typed here it is this print's own, whatever the stock says.
          typed({ "medium.factor": factor, "medium.key": null })
        }
      />
    </div>
  );
}

const SHOWN = 18;

/** The size library: found by typing, or by group; each is taken in the direction the print has now. */
function Shelf(props: {
  target: Plan["target"];
  wide: boolean;
  onTake: (width: string, height: string) => void;
}) {
  const [text, setText] = useState("");
  const [group, setGroup] = useState("ISO A");
  const asked = useDeferredValue(text);
  const found = useQuery({
    queryKey: ["sizes", asked],
    queryFn: () => findSizes(asked),
    placeholderData: (old) => old,
  });
  const all = useQuery({ queryKey: ["sizes", ""], queryFn: () => findSizes("") });
  const groups = [...new Set((all.data ?? []).map((size) => size.group))];
  const sizes = text.trim() ? (found.data ?? []) : (all.data ?? []).filter((size) => size.group === group);
  return (
    <section aria-label="Size library" className="space-y-2">
      <div className="grid grid-cols-2 gap-2">
        <input
          className="field"
          type="search"
          aria-label="Find a size"
          placeholder="find: 30 45"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <select
          className="field"
          aria-label="Group of sizes"
          value={group}
          onChange={(event) => {
            setText("");
            setGroup(event.target.value);
          }}
        >
          {groups.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </div>
      <div className="flex min-h-16 flex-wrap content-start gap-1" aria-live="polite">
        {sizes.slice(0, SHOWN).map((size) => (
          <ShelfSize key={size.key} size={size} {...props} />
        ))}
        {text.trim() !== "" && found.data?.length === 0 && (
          <span className="soft">No size has that in it. Type it as the finished size above.</span>
        )}
        {sizes.length > SHOWN && <span className="soft self-center">and {sizes.length - SHOWN} more</span>}
      </div>
    </section>
  );
}

function ShelfSize(props: {
  size: SizeEntry;
  target: Plan["target"];
  wide: boolean;
  onTake: (width: string, height: string) => void;
}) {
  const { size } = props;
  const lies = props.wide;
  const [first, second] = [size.width, size.height];
  const standing = lengthOf(first) <= lengthOf(second);
  const [width, height] = lies === standing ? [second, first] : [first, second];
  const here = props.target.width === width && props.target.height === height;
  return (
    <button
      type="button"
      aria-pressed={here}
      title={size.shown}
      className={`figure min-h-6 rounded border px-1.5 text-[15px] ${here ? "bg-primary text-primary-content" : ""}`}
      style={{ borderColor: "var(--color-base-300)" }}
      onClick={() => props.onTake(width, height)}
    >
      {size.name.replace(/ (cm|px)$/, "")}
    </button>
  );
}

const lengthOf = (typed: string) => Number.parseFloat(typed.replace(",", "."));
