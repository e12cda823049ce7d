import type { Tray, TraySettings } from "../api/types";
import { Check } from "../fields/Check";
import { Row } from "../fields/Row";
import { Pick } from "../shell/Pick";
import type { Given } from "./usePress";

const QUALITIES = [
  { value: "best", label: "best" },
  { value: "draft", label: "draft" },
] as const;
const TURNS = [
  { value: "0", label: "as it stands" },
  { value: "90", label: "turned" },
] as const;

/** The print dialog of the device, to be set rightly or wrongly. */
export function DialogFields({ tray, onSet }: { tray: Tray; onSet: (given: Given) => void }) {
  const { settings } = tray;
  const scaling = settings.scaling === "100" || settings.scaling === "fit" ? settings.scaling : "other";
  return (
    <div className="space-y-2">
      <Row name="Scaling">
        <span className="flex items-center gap-2">
          <Pick
            label="Scaling"
            options={[
              { value: "100", label: "100 %" },
              { value: "fit", label: "fit to page" },
            ]}
            value={scaling === "other" ? null : scaling}
            onPick={(value) => onSet({ scaling: value })}
          />
          <input
            className="field figure !w-16"
            aria-label="Scaling, per cent"
            inputMode="decimal"
            placeholder="%"
            key={settings.scaling}
            defaultValue={scaling === "other" ? settings.scaling : ""}
            onBlur={({ target }) => typed(target.value, settings, onSet)}
            onKeyDown={(event) => {
              if (event.key === "Enter") event.currentTarget.blur();
            }}
          />
        </span>
      </Row>
      <Row name="Orientation">
        <Pick
          label="Orientation"
          options={TURNS}
          value={settings.turn === 90 ? "90" : "0"}
          onPick={(turn) => onSet({ turn: turn === "90" ? 90 : 0 })}
        />
      </Row>
      <Row name="Quality">
        <Pick
          label="Quality"
          options={QUALITIES}
          value={settings.quality}
          onPick={(quality) => onSet({ quality })}
        />
      </Row>
      {tray.media.length > 0 && (
        <Row name="Media type">
          <select
            className="field max-w-44"
            aria-label="Media type"
            value={settings.medium}
            onChange={({ target }) => onSet({ medium: target.value })}
          >
            {!tray.media.some(({ key }) => key === settings.medium) && (
              <option value={settings.medium}>as the paper is</option>
            )}
            {tray.media.map(({ key, label }) => (
              <option key={key} value={key}>
                {label}
              </option>
            ))}
          </select>
        </Row>
      )}
      <div className="flex flex-wrap gap-x-4">
        {tray.can_borderless && (
          <Check
            label="Borderless"
            checked={settings.borderless}
            onChange={(borderless) => onSet({ borderless })}
          />
        )}
        <Check
          label="Colour by the driver"
          checked={settings.driver_colour}
          onChange={(driver_colour) => onSet({ driver_colour })}
        />
      </div>
    </div>
  );
}

/** A scale that was typed: what is none leaves what stands. */
function typed(text: string, settings: TraySettings, onSet: (given: Given) => void) {
  const share = Number(text.replace("%", "").replace(",", ".").trim());
  if (!text.trim() || !Number.isFinite(share) || share < 10 || share > 400) return;
  if (String(share) !== settings.scaling) onSet({ scaling: String(share) });
}
