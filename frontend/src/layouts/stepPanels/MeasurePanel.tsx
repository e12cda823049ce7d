import { useState } from "react";
import { LengthField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { CalibrateDialog } from "../../look/CalibrateDialog";
import { useCalibration } from "../../look/calibration";
import type { Fix } from "../../designs/fix";
import { gradeWord } from "../../shell/Grade";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import { Check } from "../../fields/Check";
import { NO_MEASURE } from "../LifeDrawing";
import { TitleField } from "./WhatPanel";
import type { OfLife } from "./types";

/** Two points and their real distance, the scale, and how large it is on this very screen. */
export function MeasurePanel(props: OfLife & { truly: boolean; onTruly: (on: boolean) => void }) {
  const { request, unit, page } = props;
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const { pxPerMm } = useCalibration();
  const text = (id: string) => page.figures.find((figure) => figure.id === id)?.text ?? "";
  const measure = request.measure ?? NO_MEASURE;
  const rings = page.rings;
  const waiting = rings?.unmarked.filter((name) => name.endsWith("point")) ?? [];
  const [calibrating, setCalibrating] = useState(false);
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      <LengthField
        narrow
        label="Real distance between the points"
        value={measure.length ?? ""}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(length) => change({ measure: { ...measure, length } })}
      />
      <p className="soft">
        Put the two rings on something that you can measure: a scale that lies in the picture, a stem, the
        width of a wheel. The farther apart, the truer.
      </p>
      {rings && waiting.length > 0 && (
        <button
          type="button"
          className="plain-button"
          onClick={() => take({ measure: { ...measure, from: rings.start, to: rings.end } })}
        >
          The rings lie right as they are
        </button>
      )}
      <div className="space-y-1.5">
        <h3 className="font-semibold">Scale</h3>
        <div className="flex gap-1.5" role="group" aria-label="Scale">
          {page.ways
            .filter((way) => way.id.startsWith("scale"))
            .map((way) => (
              <button
                key={way.id}
                type="button"
                className="plain-button figure flex-1"
                aria-pressed={way.taken}
                onClick={() => take(way.fix as Fix)}
              >
                {typeset(way.title)}
              </button>
            ))}
        </div>
        <NumberField
          narrow
          label={
            <>
              Or any <span className="soft">times life size</span>
            </>
          }
          min={0.001}
          max={1000}
          step={0.1}
          inputClass="!w-20"
          value={request.scale}
          {...typing}
          onRead={(scale) => scale !== null && change({ scale })}
        />
      </div>
      <p className="read-off">
        {text("grade") ? (
          <>
            <b className="figure" data-legend="figure:effective_ppi">
              {typeset(text("effective_ppi"))}
            </b>
            <span>{gradeWord(text("grade"))} at arm's length</span>
          </>
        ) : (
          <span>not marked yet</span>
        )}
      </p>
      <section className="pad space-y-1 pt-2">
        <Check label="As large on this screen as on paper" checked={props.truly} onChange={props.onTruly} />
        <p className="soft">
          {pxPerMm === null ? "This screen was not measured yet; " : "This screen was measured; "}
          <button type="button" className="min-h-6 underline" onClick={() => setCalibrating(true)}>
            hold a card to it
          </button>
          .
        </p>
      </section>
      {calibrating && <CalibrateDialog onClose={() => setCalibrating(false)} />}
    </div>
  );
}
