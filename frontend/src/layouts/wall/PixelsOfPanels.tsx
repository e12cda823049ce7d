import { NumberField } from "../../fields/NumberField";
import { Row } from "../../fields/Row";
import { gradeWord } from "../../shell/Grade";
import { Pick } from "../../shell/Pick";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { OutputFields } from "../stepPanels/OutputFields";
import type { OfPanels } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

const MODES = [
  { value: "keep", label: "As it is" },
  { value: "need", label: "What is needed" },
  { value: "fixed", label: "Fixed" },
] as const;

/** How fine the picture is over all frames, and which files are made of it. */
export function PixelsOfPanels({ request, page }: OfPanels) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const pixels = request.plans[0]?.pixels;
  const text = (id: string) => page.figures.find((figure) => figure.id === id)?.text ?? "";
  if (!pixels) return null;
  const mode = pixels.mode === "device" ? null : pixels.mode;
  return (
    <div className="space-y-3">
      <p className="read-off">
        <b className="figure" data-legend="figure:effective_ppi">
          {typeset(text("effective_ppi"))}
        </b>
        <span>{text("grade") ? gradeWord(text("grade")) : "no trials"} over all frames</span>
      </p>
      <Row name="Pixels">
        <Pick
          label="Pixels"
          about="choice:pixels"
          options={MODES}
          value={mode}
          onPick={(next) =>
            take({
              "plans.0.pixels.mode": next,
              "plans.0.pixels.ppi": next === "fixed" ? (pixels.ppi ?? 150) : null,
            })
          }
        />
      </Row>
      {pixels.mode === "fixed" && (
        <NumberField
          narrow
          label="Pixels an inch"
          min={1}
          max={2400}
          step={10}
          unit="ppi"
          inputClass="!w-20"
          value={pixels.ppi ?? null}
          {...typing}
          onRead={(ppi) => ppi !== null && change({ "plans.0.pixels.ppi": ppi })}
        />
      )}
      <OutputFields request={request} />
      <p className="soft">
        One file a frame, named after it. All are cut from one whole on one grid: where frames touch, no
        column is missing and none is there twice.
      </p>
    </div>
  );
}
