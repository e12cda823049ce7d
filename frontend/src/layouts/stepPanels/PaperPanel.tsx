import { NumberField } from "../../fields/NumberField";
import { LengthField, SizeField } from "../../fields/LengthField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";
import { FeedOfDevice, sheetOf } from "./FeedOfDevice";
import type { LayoutPanelProps } from "./types";

const SIDES = ["left", "top", "right", "bottom"] as const;

/** The sheet in the printer, and the white that it leaves. */
export function PaperFields({ request, unit }: Pick<LayoutPanelProps, "request" | "unit">) {
  const { change, ...typing } = useLayoutTyping();
  const { margins, width, height } = request.sheet;
  const alike = SIDES.every((side) => margins[side] === margins.left);
  const all = (typed: string) => ({
    "sheet.margins": { left: typed, top: typed, right: typed, bottom: typed },
  });
  return (
    <>
      <FeedOfDevice
        value={request.device}
        onPick={(device, feed) =>
          change({
            device,
            ...(feed && { sheet: sheetOf(feed) }),
            // What a trial bar showed was of the device before.
            ...(device && "printed" in request && { printed: null }),
          })
        }
      />
      <SizeField
        label="Paper in the printer"
        value={sizeAsTyped({ width, height })}
        unit={unit}
        picture={[3, 2]}
        {...typing}
        onRead={(size) => change({ "sheet.width": size.width, "sheet.height": size.height })}
        hint="As you say it: A4, letter, 10 × 15 cm, A3 landscape"
      />
      <LengthField
        narrow
        label={
          <>
            Unprintable margins <span className="soft">all round</span>
          </>
        }
        value={alike ? margins.left : "each its own"}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(typed) => change(all(typed))}
      />
      <details>
        <summary className="soft min-h-6 cursor-pointer">Side by side</summary>
        <div className="part mt-1">
          {SIDES.map((side) => (
            <LengthField
              key={side}
              narrow
              label={
                side === "left"
                  ? "At the left"
                  : side === "right"
                    ? "At the right"
                    : side === "top"
                      ? "On top"
                      : "Below"
              }
              ariaLabel={`White ${side}`}
              value={margins[side]}
              unit={unit}
              purpose="edge"
              {...typing}
              onRead={(typed) => change({ [`sheet.margins.${side}`]: typed })}
            />
          ))}
        </div>
      </details>
    </>
  );
}

/** Paper, and the ways to lay the whole on it. */
export function PaperPanel(props: LayoutPanelProps & { on: number | null; onOn: (sheets: number) => void }) {
  const { page, request } = props;
  const sheets = page.tiles ? page.tiles.columns.length * page.tiles.rows.length : page.sheets.length;
  return (
    <div className="space-y-3">
      <PaperFields {...props} />
      {page.tiles && (
        <>
          <Ways
            about="choice:layout"
            label="Ways to lay it out"
            ways={page.ways.filter((way) => !way.id.startsWith("scale"))}
          />
          {request.kind === "tiles" && (
            <NumberField
              narrow
              label="Sheets to be filled"
              min={1}
              max={1000}
              step={1}
              inputClass="!w-20"
              value={props.on ?? sheets}
              onRead={(count) => count !== null && props.onOn(Math.round(count))}
              onBack={() => undefined}
              onDone={() => undefined}
            />
          )}
        </>
      )}
    </div>
  );
}
