import { PartTitle } from "../../../legend/PartTitle";
import type { Plan, Worksheet } from "../../../api/types";
import { mmOf } from "../../../drawing/typedLength";
import { typeset } from "../../../shell/typeset";
import { usePlanStore } from "../../planStore";
import { EdgeLength, type EdgeProps } from "./parts";
import { Check } from "../../../fields/Check";
import { USUAL } from "./usual";

const MARKS = {
  crop: "Crop marks",
  fold: "Fold marks",
  centre: "Centre marks",
  staple: "Staple marks",
} as const;
type Mark = keyof typeof MARKS;

/** Marks in a margin outside the image, and the one figure that a printer's dialog wants. */
export function MarksFields(props: EdgeProps & { plan: Plan; worksheet: Worksheet }) {
  const { plan, worksheet } = props;
  const change = usePlanStore((store) => store.change);
  const folds = plan.edge.kind === "wrap";
  const names = (Object.keys(MARKS) as Mark[]).filter(
    (name) => folds || name === "crop" || name === "centre",
  );
  const pick = (name: Mark, on: boolean) => {
    const bare = mmOf(plan.marks.margin) === 0;
    // A mark without a margin would be drawn nowhere.
    change({ [`marks.${name}`]: on, ...(on && bare ? { "marks.margin": USUAL.margin[props.unit] } : {}) });
  };
  return (
    <>
      <PartTitle about="word:marks">Marks</PartTitle>
      <div role="group" aria-label="Marks" className="flex flex-wrap gap-x-3.5 gap-y-1">
        {names.map((name) => (
          <Check
            key={name}
            label={MARKS[name]}
            checked={plan.marks[name]}
            onChange={(on) => pick(name, on)}
          />
        ))}
      </div>
      {(names.some((name) => plan.marks[name]) || worksheet.drawing.boxes.content) && (
        <EdgeLength {...props} label="Margin for marks" value={plan.marks.margin} path="marks.margin" />
      )}
      <p className="read-off">
        <span className="soft">Print size to enter, marks included</span>
        <b className="figure">{typeset(worksheet.file_size)}</b>
      </p>
    </>
  );
}
