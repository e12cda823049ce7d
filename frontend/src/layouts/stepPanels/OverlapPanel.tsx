import { LengthField } from "../../fields/LengthField";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import { wayOf, type LayoutPanelProps } from "./types";

const SPREAD = [
  { value: "full", label: "Full sheets" },
  { value: "even", label: "All alike" },
] as const;
const ORDER = [
  { value: "rows", label: "Row by row" },
  { value: "columns", label: "Column by column" },
] as const;

/** How far one sheet lies over the next, how the whole is spread over them, and where the seams are. */
export function OverlapPanel({ request, unit }: LayoutPanelProps) {
  const change = useLayoutStore((store) => store.change);
  const { change: typed, ...typing } = useLayoutTyping();
  const found = wayOf(request);
  if (!found) return null;
  const { way, path } = found;
  const moved = Number.parseFloat(way.shift_x) !== 0 || Number.parseFloat(way.shift_y) !== 0;
  return (
    <div className="space-y-3">
      <LengthField
        narrow
        label="Glue overlap"
        value={way.overlap}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(length) => typed({ [`${path}overlap`]: length })}
      />
      <Row name="Spread">
        <Pick
          label="Spread over the sheets"
          about="word:tile-spread"
          options={SPREAD}
          value={way.spread}
          onPick={(spread) => change({ [`${path}spread`]: spread })}
        />
      </Row>
      <Row name="Printed">
        <Pick
          label="Order of printing"
          about="word:tile-order"
          options={ORDER}
          value={way.order}
          onPick={(order) => change({ [`${path}order`]: order })}
        />
      </Row>
      <LengthField
        narrow
        label="Seams moved left"
        value={way.shift_x}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(length) => typed({ [`${path}shift_x`]: length })}
      />
      <LengthField
        narrow
        label="Seams moved up"
        value={way.shift_y}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(length) => typed({ [`${path}shift_y`]: length })}
      />
      <button
        type="button"
        className="plain-button"
        disabled={!moved}
        onClick={() => change({ [`${path}shift_x`]: "0 mm", [`${path}shift_y`]: "0 mm" })}
      >
        Seams back to the edge
      </button>
      <p className="soft">
        Or drag a seam in the drawing. Keep zones of the print are shown; a seam through one is told.
      </p>
    </div>
  );
}
