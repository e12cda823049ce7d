import { useState } from "react";
import type { Plan, Worksheet } from "../../../api/types";
import { mmOf } from "../../../drawing/typedLength";
import { draggedBorder, SIDES } from "../../edgeGrips";
import { usePlanStore } from "../../planStore";
import { CaptionFields } from "./CaptionFields";
import { Pick } from "../../../shell/Pick";
import { EdgeColour, EdgeLength, Row, type EdgeProps } from "./parts";
import { Check } from "../../../fields/Check";
import { LINE, USUAL } from "./usual";

type Border = Extract<Plan["edge"], { kind: "border" }>;
/** A bottom that is so much wider than the top; a framer's eye takes even borders for a print that sinks. */
const WEIGHTS = [
  { value: "1", label: "as the top" },
  { value: "1.25", label: "¼ more" },
  { value: "1.5", label: "½ more" },
] as const;

export function BorderFields(props: EdgeProps & { edge: Border; worksheet: Worksheet }) {
  const { edge } = props;
  const change = usePlanStore((store) => store.change);
  const three = SIDES.filter((name) => name !== "bottom");
  const alike = three.every((name) => edge[name] === edge.left);
  const even = alike && edge.bottom === edge.left;
  const [single, setSingle] = useState(!alike);
  const { trim, image } = props.worksheet.reckoning.boxes;
  // What stands in the plan counts: the boxes may still be those of the edge before.
  const topMm = mmOf(edge.top) ?? image[1] - trim[1];
  const bottomMm = mmOf(edge.bottom) ?? trim[1] + trim[3] - image[1] - image[3];
  const weigh = (by: number) => {
    change({ "edge.bottom": by === 1 ? edge.top : draggedBorder(topMm * by, props.unit) });
  };
  return (
    <>
      {single ? (
        <div className="grid grid-cols-2 gap-2">
          {SIDES.map((name) => (
            <EdgeLength
              key={name}
              {...props}
              label={name[0]?.toUpperCase() + name.slice(1)}
              value={edge[name]}
              path={`edge.${name}`}
              narrow={false}
            />
          ))}
        </div>
      ) : (
        <div className="grid grid-cols-2 gap-2">
          <EdgeLength
            {...props}
            label={even ? "Every side" : "Left, top, right"}
            value={edge.left}
            path={(even ? SIDES : three).map((name) => `edge.${name}`)}
            narrow={false}
          />
          <EdgeLength {...props} label="Bottom" value={edge.bottom} path="edge.bottom" narrow={false} />
        </div>
      )}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Check
          label="Each side by itself"
          checked={single}
          onChange={(checked) => {
            setSingle(checked);
            if (!checked && !alike)
              change(Object.fromEntries(SIDES.map((name) => [`edge.${name}`, edge.left])));
          }}
        />
        <EdgeColour label="Colour" value={edge.colour} path="edge.colour" />
      </div>
      <Row name="Bottom as wide">
        <Pick
          label="How wide the bottom is"
          about="word:bottom-weight"
          options={WEIGHTS}
          value={WEIGHTS.find(({ value }) => Math.abs(bottomMm - topMm * Number(value)) < 0.6)?.value ?? null}
          onPick={(value) => weigh(Number(value))}
        />
      </Row>
      <CaptionFields {...props} caption={edge.caption} />
      <Check
        label="Keyline around the picture"
        about="word:keyline"
        checked={edge.keyline !== null}
        onChange={(checked) =>
          change({
            "edge.keyline": checked ? { gap: USUAL.gap[props.unit], width: LINE, colour: "#22302f" } : null,
          })
        }
      />
      {edge.keyline && (
        <div className="part">
          <EdgeLength {...props} label="From the picture" value={edge.keyline.gap} path="edge.keyline.gap" />
          <EdgeLength {...props} label="Its width" value={edge.keyline.width} path="edge.keyline.width" />
          <EdgeColour label="Its colour" value={edge.keyline.colour} path="edge.keyline.colour" />
        </div>
      )}
      <EdgeLength
        {...props}
        label="Unprintable margins"
        about="word:unprintable-margins"
        value={edge.least}
        path="edge.least"
      />
    </>
  );
}
