import { PartTitle } from "../../../legend/PartTitle";
import { useState } from "react";
import type { Choice, Plan } from "../../../api/types";
import { SIDES } from "../../edgeGrips";
import { usePlanStore } from "../../planStore";
import { EdgeCards } from "./EdgeCards";
import { EdgeColour, EdgeLength, type EdgeProps } from "./parts";
import { Check } from "../../../fields/Check";

type Bleed = Extract<Plan["edge"], { kind: "bleed" }>;

export function BleedFields(props: EdgeProps & { edge: Bleed; fills: Choice[]; proof: string }) {
  const { edge } = props;
  const change = usePlanStore((store) => store.change);
  const [single, setSingle] = useState(SIDES.some((name) => edge[name] !== null));
  return (
    <>
      {single ? (
        <div className="grid grid-cols-2 gap-2">
          {SIDES.map((name) => (
            <EdgeLength
              key={name}
              {...props}
              label={name[0]?.toUpperCase() + name.slice(1)}
              value={edge[name] ?? edge.bleed}
              path={`edge.${name}`}
              narrow={false}
            />
          ))}
        </div>
      ) : (
        <EdgeLength
          {...props}
          label="Bleed all round"
          about="word:bleed"
          value={edge.bleed}
          path="edge.bleed"
        />
      )}
      <Check
        label="Each side by itself"
        checked={single}
        onChange={(checked) => {
          setSingle(checked);
          if (!checked) change(Object.fromEntries(SIDES.map((name) => [`edge.${name}`, null])));
        }}
      />
      <EdgeLength
        {...props}
        label="Safe area, inside the trim"
        about="word:safe-area"
        value={edge.safe}
        path="edge.safe"
      />
      <PartTitle about="choice:fill">Where the bleed comes from</PartTitle>
      <EdgeCards label="Where the bleed comes from" choices={props.fills} proof={props.proof} told />
      {edge.fill === "colour" && <EdgeColour label="Its colour" value={edge.colour} path="edge.colour" />}
    </>
  );
}
