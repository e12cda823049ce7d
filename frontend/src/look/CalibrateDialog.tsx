import { useState } from "react";
import { Slider } from "../fields/Slider";
import { usePreferences } from "../session/useSession";
import { Dialog } from "../shell/Dialog";
import { Pick } from "../shell/Pick";
import { ASSUMED, CARD, LEAST, MOST, useCalibration } from "./calibration";

const nothing = () => undefined;
const BY = [
  { value: "card", label: "A card" },
  { value: "ruler", label: "A ruler" },
] as const;
/** As long a scale, mm, as fits the dialog at usual screens: 8 cm, or 3 in. */
const LONG = { cm: 80, in: 76.2 };

/** A card or a ruler is held to the screen, and its like made as large: then a millimetre is a millimetre. */
export function CalibrateDialog({ onClose }: { onClose: () => void }) {
  const { pxPerMm, measured } = useCalibration();
  const [found, setFound] = useState(pxPerMm ?? ASSUMED);
  const [by, setBy] = useState<(typeof BY)[number]["value"]>("card");
  const { account } = usePreferences();
  return (
    <Dialog title="How large is this screen?" onClose={onClose}>
      <div className="space-y-3">
        <Pick label="By what" options={BY} value={by} onPick={setBy} />
        {by === "card" ? (
          <>
            <p>
              Hold a bank card, or any card of 85.60 × 53.98 mm, to the screen and move the slider until the
              rectangle is as large. It is kept in this browser, for this screen.
            </p>
            <div className="overflow-hidden">
              <div
                className="rounded-lg border-2 border-current"
                data-testid="card"
                style={{ width: CARD.width * found, height: CARD.height * found }}
              />
            </div>
          </>
        ) : (
          <>
            <p>
              Hold a ruler to the screen and move the slider until the scale is as long as its own: the longer
              the stretch, the better. It is kept in this browser, for this screen.
            </p>
            <div className="overflow-hidden">
              <Scale inches={account.unit === "in"} pxPerMm={found} />
            </div>
          </>
        )}
        <label className="flex items-center gap-3">
          Size
          <Slider
            min={LEAST}
            max={MOST}
            step={0.01}
            className="range-xs flex-1"
            value={found}
            text={`${found.toFixed(2)} px a millimetre`}
            onStart={nothing}
            onBack={nothing}
            onDone={nothing}
            onValue={setFound}
          />
        </label>
        <p className="soft">{found.toFixed(2)} px a millimetre. Arrow keys move it finely.</p>
        <div className="flex gap-2">
          <button
            type="button"
            className="strong-button"
            onClick={() => {
              measured(found);
              onClose();
            }}
          >
            It fits
          </button>
          {pxPerMm !== null && (
            <button
              type="button"
              className="plain-button"
              onClick={() => {
                measured(null);
                onClose();
              }}
            >
              Forget it
            </button>
          )}
        </div>
      </div>
    </Dialog>
  );
}

/** A scale of 8 cm or 3 in, with its ticks. */
function Scale({ inches, pxPerMm }: { inches: boolean; pxPerMm: number }) {
  const long = inches ? LONG.in : LONG.cm;
  const [step, big] = inches ? [25.4 / 8, 8] : [1, 10];
  const count = Math.round(long / step);
  return (
    <svg
      width={long * pxPerMm + 2}
      height={56}
      data-testid="ruler"
      role="img"
      aria-label={inches ? "3 in" : "8 cm"}
    >
      <g stroke="currentColor" fill="currentColor">
        {Array.from({ length: count + 1 }, (_, at) => {
          const x = 1 + at * step * pxPerMm;
          const tall = at % big === 0 ? 28 : at % (big / 2) === 0 ? 20 : 12;
          return (
            <g key={at}>
              <line x1={x} x2={x} y1={0} y2={tall} />
              {at % big === 0 && (
                <text
                  x={x}
                  y={46}
                  stroke="none"
                  textAnchor={at === 0 ? "start" : at === count ? "end" : "middle"}
                >
                  {at / big}
                </text>
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}
