import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import type { OfBook } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

const BOARDS = { board: "2.5 mm", overhang: "3 mm", hinge: "8 mm", wrap: "15 mm" };
const FIELDS = [
  ["board", "Board"],
  ["overhang", "Overhang"],
  ["hinge", "Hinge"],
  ["wrap", "Turn-in"],
] as const;

/** Of boards or of paper; what stands on its front and on its spine. */
export function CoverPanel({ request, layout, page, unit }: OfBook) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const settle = useLayoutStore((store) => store.settle);
  const { cover, outside } = request;
  const figure = (id: string) => page.figures.find((one) => one.id === id);
  return (
    <div className="space-y-3">
      <Row name="Cover">
        <Pick
          label="What the cover is made of"
          options={[
            { value: "paper", label: "Softcover" },
            { value: "boards", label: "Hardcover" },
          ]}
          value={cover ? "boards" : "paper"}
          onPick={(of) => take({ cover: of === "boards" ? BOARDS : null })}
        />
      </Row>
      {cover && (
        <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
          {FIELDS.map(([name, label]) => (
            <LengthField
              key={name}
              label={label}
              value={cover[name]}
              unit={unit}
              purpose="edge"
              {...typing}
              onRead={(typed) => change({ [`cover.${name}`]: typed })}
            />
          ))}
        </div>
      )}
      <label className="block">
        Picture on the front
        <select
          className="field mt-0.5"
          value={outside.plan ?? ""}
          onChange={(event) =>
            take({ "outside.plan": event.target.value === "" ? null : Number(event.target.value) })
          }
        >
          <option value="">None</option>
          {request.plans.map((plan, number) => (
            <option key={number} value={number}>
              {plan.title || layout.pictures[number]?.name || `Picture ${number + 1}`}
            </option>
          ))}
        </select>
      </label>
      {(["words", "spine"] as const).map((name) => (
        <div key={name} className="space-y-1">
          <Check
            label={name === "words" ? "The title on the front" : "The title on the spine"}
            checked={outside[name] === null}
            onChange={(on) => take({ [`outside.${name}`]: on ? null : "" })}
          />
          {outside[name] !== null && (
            <input
              className="field"
              aria-label={name === "words" ? "Words on the front" : "Words on the spine"}
              placeholder="nothing"
              maxLength={120}
              value={outside[name] ?? ""}
              onChange={(event) => take({ [`outside.${name}`]: event.target.value }, true)}
              onBlur={() => settle()}
            />
          )}
        </div>
      ))}
      <p className="soft">
        Back, spine and front are one sheet; what lies outside the line is turned in or cut off. Spine{" "}
        {typeset(figure("spine_width")?.text ?? "")}, the sheet {typeset(figure("cover_width")?.text ?? "")} ×{" "}
        {typeset(figure("cover_height")?.text ?? "")}. More pages or thicker paper make the spine wider, and
        the sheet with it.
      </p>
    </div>
  );
}
