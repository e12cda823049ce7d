import { useState } from "react";
import type { ApiProblem } from "../../api/client";
import type { Plan } from "../../api/types";
import { LengthField } from "../../fields/LengthField";
import { Pick } from "../../shell/Pick";
import { Choices } from "../ChoiceCard";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import { smallProof, type SheetProps } from "./types";

type Edge = NonNullable<Plan["edge"]>;
type Border = Extract<Edge, { kind: "border" }>;
const SIDES = ["left", "top", "right", "bottom"] as const;
const FIRST_BORDER = { mm: "30 mm", cm: "3 cm", in: "1 in" } as const;
const ELSEWHERE = { bleed: "Bleed", wrap: "Wrap", mat: "Mat" } as const;

export function EdgeSheet(props: SheetProps & { problem: ApiProblem | null }) {
  const { plan, worksheet, print, unit } = props;
  const change = usePlanStore((store) => store.change);
  const edge: Edge = plan.edge;
  const foreign = edge.kind in ELSEWHERE ? (edge.kind as keyof typeof ELSEWHERE) : null;
  const options = [
    { value: "none", label: "None" },
    { value: "border", label: "Border" },
    ...(foreign ? [{ value: foreign, label: ELSEWHERE[foreign] }] : []),
  ];
  const pick = (kind: string) => {
    const wide = FIRST_BORDER[unit];
    const none: Edge = { kind: "none" };
    const all = { left: wide, top: wide, right: wide, bottom: wide };
    const border: Edge = { kind: "border", ...all, colour: "#ffffff" };
    if (kind === "none") change({ edge: none });
    if (kind === "border" && edge.kind !== "border") change({ edge: border });
  };
  return (
    <div className="space-y-3">
      <Pick label="Kind of edge" options={options} value={edge.kind} onPick={pick} />
      {foreign && (
        <p className="soft">
          This plan came with a {ELSEWHERE[foreign].toLowerCase()}. It is reckoned, drawn and rendered as it
          stands; it can be changed in the plan document.
        </p>
      )}
      {edge.kind === "border" && <BorderFields edge={edge} unit={unit} problem={props.problem} />}
      {(edge.kind === "border" || edge.kind === "none") && (
        <Choices choices={worksheet.choices} proof={smallProof(print)} />
      )}
    </div>
  );
}

function BorderFields({
  edge,
  unit,
  problem,
}: {
  edge: Border;
  unit: SheetProps["unit"];
  problem: ApiProblem | null;
}) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const { change: typed, ...typing } = usePlanTyping();
  const side = (name: (typeof SIDES)[number]) => edge[name];
  const alike = SIDES.every((name) => side(name) === side("left"));
  const [single, setSingle] = useState(!alike);
  const said = problem?.problems.find((item) => item.path.startsWith("edge"))?.message;
  return (
    <>
      {single ? (
        <div className="grid grid-cols-2 gap-2">
          {SIDES.map((name) => (
            <LengthField
              key={name}
              label={name[0]?.toUpperCase() + name.slice(1)}
              value={side(name)}
              unit={unit}
              purpose="edge"
              problem={said}
              {...typing}
              onRead={(length) => typed({ [`edge.${name}`]: length })}
            />
          ))}
        </div>
      ) : (
        <LengthField
          label="Every side"
          narrow
          value={side("left")}
          unit={unit}
          purpose="edge"
          problem={said}
          {...typing}
          onRead={(length) => typed(Object.fromEntries(SIDES.map((name) => [`edge.${name}`, length])))}
        />
      )}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <label className="flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={single}
            onChange={(event) => {
              setSingle(event.target.checked);
              if (!event.target.checked && !alike)
                change(Object.fromEntries(SIDES.map((name) => [`edge.${name}`, side("left")])));
            }}
          />
          Each side by itself
        </label>
        <label className="flex items-center gap-2">
          Colour
          <input
            type="color"
            className="h-7 w-10 cursor-pointer"
            value={edge.colour}
            onChange={(event) => change({ "edge.colour": event.target.value }, true)}
            onBlur={settle}
          />
        </label>
      </div>
    </>
  );
}
