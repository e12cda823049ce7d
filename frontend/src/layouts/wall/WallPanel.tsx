import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { useLayoutStore } from "../layoutStore";
import type { OfHang } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

/** The wall that the row hangs on: how long it is, and whether the row lies in its middle. */
export function WallPanel({ request, unit }: OfHang) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  return (
    <div className="space-y-3">
      <LengthField
        narrow
        label="The wall is long"
        value={request.wall ?? "not measured"}
        unit={unit}
        purpose="side"
        {...typing}
        onRead={(wall) => change({ wall })}
      />
      {request.wall !== null && (
        <>
          <Check
            label="The row hangs in its middle"
            checked={request.centred}
            onChange={(centred) => take({ centred })}
          />
          <button type="button" className="min-h-6 underline" onClick={() => take({ wall: null })}>
            Forget the wall's length
          </button>
        </>
      )}
      <p className="soft">
        From its left end, where a tape is held: a corner, a door frame. Without a length everything is
        counted from where the row begins.
      </p>
    </div>
  );
}
