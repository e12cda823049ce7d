import { SizeField } from "../../fields/LengthField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import type { OfTiles } from "./types";

/** What is laid out: title, picture and finished size. */
export function WhatPanel({ request, layout, unit }: OfTiles) {
  const { change, ...typing } = useLayoutTyping();
  const plan = request.plans[0];
  const picture = layout.pictures[0];
  if (!plan || !picture) return null;
  const onSide = plan.fit.turn === 90 || plan.fit.turn === 270;
  const sides: [number, number] = onSide
    ? [picture.height_px, picture.width_px]
    : [picture.width_px, picture.height_px];
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      <p className="soft">
        <span dir="auto">{picture.name}</span>, {typeset(`${picture.width_px} × ${picture.height_px} px`)}
      </p>
      <SizeField
        label="Finished size, glued together"
        value={sizeAsTyped(plan.target)}
        unit={unit}
        picture={sides}
        {...typing}
        onRead={({ width, height }) => change({ "plans.0.target": { width, height, ppi: null } })}
        hint="One side alone takes the picture's ratio: 85 cm wide"
      />
      <p className="soft">
        The print comes along as it was planned, edge and crop and all. What is changed here changes this
        layout alone.
      </p>
    </div>
  );
}

/** A layout's title. */
export function TitleField({ title }: { title: string }) {
  const change = useLayoutStore((store) => store.change);
  const settle = useLayoutStore((store) => store.settle);
  return (
    <label className="block">
      Title
      <input
        className="field mt-0.5"
        value={title}
        maxLength={200}
        onChange={(event) => change({ title: event.target.value }, true)}
        onBlur={() => settle()}
        onKeyDown={(event) => event.key === "Enter" && settle()}
      />
    </label>
  );
}
