import { useState } from "react";
import { Slider } from "../fields/Slider";
import { Dialog } from "../shell/Dialog";
import { ASSUMED, CARD, LEAST, MOST, useCalibration } from "./calibration";

const nothing = () => undefined;

/** A card is held to the screen, and a rectangle made as large: then a millimetre is a millimetre. */
export function CalibrateDialog({ onClose }: { onClose: () => void }) {
  const { pxPerMm, measured } = useCalibration();
  const [found, setFound] = useState(pxPerMm ?? ASSUMED);
  return (
    <Dialog title="How large is this screen?" onClose={onClose}>
      <div className="space-y-3">
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
