import { What } from "../../../legend/What";
import type { About } from "../../../legend/useLegend";
import type { ReactNode } from "react";
import type { ApiProblem } from "../../../api/client";
import type { Unit } from "../../../api/types";
import { LengthField } from "../../../fields/LengthField";
import type { Fix } from "../../../designs/fix";
import { usePlanStore } from "../../planStore";
import { usePlanTyping } from "../../usePlanTyping";

/** What the fields of every kind of edge are given. */
export interface EdgeProps {
  unit: Unit;
  problem: ApiProblem | null;
}

/** A length of the edge; `path` is where it stands in the plan, or all the places that follow it. */
export function EdgeLength(
  props: EdgeProps & {
    label: string;
    about?: About;
    value: string;
    path: string | readonly string[];
    narrow?: boolean;
  },
) {
  const { change, ...typing } = usePlanTyping();
  const paths = typeof props.path === "string" ? [props.path] : props.path;
  const said = props.problem?.problems.find((item) => paths.includes(item.path))?.message;
  return (
    <LengthField
      // What is typed belongs to its own place, whichever field stands here afterwards.
      key={paths[0]}
      label={props.label}
      {...(props.about && { about: props.about })}
      narrow={props.narrow ?? true}
      value={props.value}
      unit={props.unit}
      purpose="edge"
      problem={said}
      {...typing}
      onRead={(length) => change(Object.fromEntries(paths.map((path) => [path, length])) as Fix)}
    />
  );
}

export function EdgeColour({ label, value, path }: { label: string; value: string; path: string }) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  return (
    <label className="flex items-center gap-2">
      {label}
      <input
        type="color"
        className="h-7 w-10 cursor-pointer"
        value={value}
        onChange={(event) => change({ [path]: event.target.value }, true)}
        onBlur={() => settle()}
      />
    </label>
  );
}

/** A name and what is set under it, side by side. */
export function Row({ name, about, children }: { name: string; about?: About; children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
      <span>
        {name}
        {about && <What about={about} />}
      </span>
      {children}
    </div>
  );
}
