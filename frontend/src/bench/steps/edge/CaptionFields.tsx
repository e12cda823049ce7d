import type { Plan, Unit } from "../../../api/types";
import { Pick } from "../../../shell/Pick";
import { usePlanStore } from "../../planStore";
import { usePlanTyping } from "../../usePlanTyping";
import { EdgeColour, EdgeLength, Row, type EdgeProps } from "./parts";
import { Check } from "../../../fields/Check";
import { USUAL } from "./usual";

type Caption = Extract<Plan["edge"], { kind: "border" }>["caption"];

const first = (text: string, unit: Unit): NonNullable<Caption> => ({
  text,
  height: USUAL.letters[unit],
  side: "bottom",
  align: "centre",
  offset: USUAL.offset[unit],
  font: "text",
  colour: "#22302f",
});
const SIDES = [
  { value: "bottom", label: "Below" },
  { value: "top", label: "Above" },
] as const;
const ALIGNS = [
  { value: "left", label: "Left" },
  { value: "centre", label: "Middle" },
  { value: "right", label: "Right" },
] as const;
const FONTS = [
  { value: "text", label: "Wide" },
  { value: "condensed", label: "Narrow" },
] as const;

/** A line of text in the border, drawn in its own font as it is typed. */
export function CaptionFields(props: EdgeProps & { caption: Caption }) {
  const { caption } = props;
  const change = usePlanStore((store) => store.change);
  const title = usePlanStore((store) => store.document?.title ?? "");
  const { change: typed, onStart, onBack, onDone } = usePlanTyping();
  return (
    <>
      <Check
        label="Caption in the border"
        checked={caption !== null}
        onChange={(checked) => change({ "edge.caption": checked ? first(title, props.unit) : null })}
      />
      {caption && (
        <div className="part">
          <input
            className="text-input w-full"
            aria-label="Caption text"
            maxLength={300}
            value={caption.text}
            onFocus={onStart}
            onChange={(event) => typed({ "edge.caption.text": event.target.value })}
            onBlur={onDone}
            onKeyDown={(event) => {
              if (event.key === "Enter") event.currentTarget.blur();
              if (event.key !== "Escape") return;
              event.stopPropagation();
              onBack();
              event.currentTarget.blur();
            }}
          />
          <EdgeLength
            {...props}
            label="Cap height"
            about="word:cap-height"
            value={caption.height}
            path="edge.caption.height"
          />
          <EdgeLength {...props} label="From the picture" value={caption.offset} path="edge.caption.offset" />
          <Row name="Place">
            <Pick
              label="Above or below"
              options={SIDES}
              value={caption.side}
              onPick={(side) => change({ "edge.caption.side": side })}
            />
            <Pick
              label="Set to"
              options={ALIGNS}
              value={caption.align}
              onPick={(align) => change({ "edge.caption.align": align })}
            />
          </Row>
          <Row name="Letters">
            <Pick
              label="Letters"
              options={FONTS}
              value={caption.font}
              onPick={(font) => change({ "edge.caption.font": font })}
            />
            <EdgeColour label="Colour" value={caption.colour} path="edge.caption.colour" />
          </Row>
        </div>
      )}
    </>
  );
}
