import { LengthField } from "../../fields/LengthField";
import { Row } from "../../fields/Row";
import { asTyped } from "../../drawing/typedLength";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import type { OfBook } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { arranged, movedTo, placeOf, withBox, withoutBox, withPicture, spreadsInHand } from "./spreads";

const SIDES = [
  ["Left", 0, "x"],
  ["Top", 1, "y"],
  ["Width", 2, "width"],
  ["Height", 3, "height"],
] as const;

/** How what lies open is arranged; the box in hand, typed, moved over spreads, exchanged, left out. */
export function SpreadsPanel({ request, layout, page, unit, picked, looked, onPick, onLook }: OfBook) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const { book } = page;
  if (!book) return null;
  const spreads = spreadsInHand(request, book);
  const at = Math.min(looked ?? 0, book.openings.length - 1);
  const opening = book.openings[at];
  const box = opening?.boxes.find((one) => one.number === picked);
  if (!opening) return null;
  const toOpening = (next: number) => {
    const other = book.openings[next];
    if (!box || !other) return;
    const [x, y, w, h] = box.box;
    const [wide, high] = [Math.min(w, other.width), Math.min(h, other.height)];
    const sides = {
      x: asTyped(Math.min(x, other.width - wide), unit),
      y: asTyped(Math.min(y, other.height - high), unit),
      width: asTyped(wide, unit),
      height: asTyped(high, unit),
    };
    take({ spreads: movedTo(spreads, placeOf(box.path), other.first, sides) });
    onPick(null);
    onLook(next);
  };
  const plan = box?.plan ?? null;
  return (
    <div className="space-y-3">
      <div className="flex items-center justify-between">
        <button type="button" className="plain-button" disabled={at === 0} onClick={() => onLook(at - 1)}>
          Pages before
        </button>
        <b className="figure">{opening.name}</b>
        <button
          type="button"
          className="plain-button"
          disabled={at === book.openings.length - 1}
          onClick={() => onLook(at + 1)}
        >
          Pages after
        </button>
      </div>
      {book.arrangements.length > 0 ? (
        <>
          <h3>Arrangement</h3>
          <div
            className="arrangements"
            role="group"
            aria-label="Arrangements, the one that loses least first"
          >
            {book.arrangements.map((one, number) => (
              <button
                key={one.id}
                type="button"
                className="arrangement"
                aria-pressed={one.taken}
                aria-label={`Arrangement ${number + 1}`}
                onClick={() => {
                  take({ spreads: arranged(spreads, opening.first, one.typed as never) });
                  onPick(null);
                }}
              >
                <svg
                  className="arrangement-symbol"
                  viewBox={`0 0 ${opening.width} ${opening.height}`}
                  aria-hidden
                >
                  <rect
                    width={opening.width}
                    height={opening.height}
                    fill="#fffefb"
                    stroke="#9aa5a1"
                    strokeWidth={3}
                  />
                  {one.boxes.map(([x, y, width, height], index) => (
                    <rect key={index} {...{ x, y, width, height }} fill="#b5b9b2" />
                  ))}
                  {opening.pages.length === 2 && (
                    <path d={`M${opening.width / 2} 0V${opening.height}`} stroke="#9aa5a1" strokeWidth={3} />
                  )}
                </svg>
              </button>
            ))}
          </div>
        </>
      ) : (
        <p className="soft">No picture lies here. Under Pictures, put one on {opening.name}.</p>
      )}
      {box ? (
        <section className="part space-y-2">
          <h3 className="font-semibold" dir="auto">
            {box.title}
          </h3>
          {plan !== null && (
            <>
              <label className="block">
                Picture
                <select
                  className="field mt-0.5"
                  value={plan}
                  onChange={(event) =>
                    take({
                      spreads: withPicture(spreads, placeOf(box.path), Number(event.target.value)),
                    })
                  }
                >
                  {request.plans.map((one, number) => (
                    <option key={number} value={number}>
                      {one.title || layout.pictures[number]?.name || `Picture ${number + 1}`}
                    </option>
                  ))}
                </select>
              </label>
              <Row name="In its box">
                <Pick
                  label="How the picture lies in its box"
                  options={[
                    { value: "fill", label: "Fill" },
                    { value: "contain", label: "Whole" },
                  ]}
                  value={request.plans[plan]?.fit.mode ?? "fill"}
                  onPick={(mode) => take({ [`plans.${plan}.fit.mode`]: mode })}
                />
              </Row>
            </>
          )}
          <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
            {SIDES.map(([label, axis, name]) => (
              <LengthField
                key={name}
                narrow
                label={label}
                value={asTyped(box.box[axis], unit)}
                unit={unit}
                purpose="edge"
                inputClass="!w-24"
                {...typing}
                onRead={(typed) =>
                  change({ spreads: withBox(spreads, placeOf(box.path), { [name]: typed }) })
                }
              />
            ))}
          </div>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="plain-button"
              disabled={at === 0}
              onClick={() => toOpening(at - 1)}
            >
              To the pages before
            </button>
            <button
              type="button"
              className="plain-button"
              disabled={at === book.openings.length - 1}
              onClick={() => toOpening(at + 1)}
            >
              To the pages after
            </button>
            <button
              type="button"
              className="plain-button"
              onClick={() => {
                take({ spreads: withoutBox(spreads, placeOf(box.path)) });
                onPick(null);
              }}
            >
              Leave out <kbd className="soft">Del</kbd>
            </button>
          </div>
        </section>
      ) : (
        <p className="soft">
          Take a picture in the drawing to type where it lies, or to exchange it. It is dragged, or sized by
          its corners; arrow keys move it, Page up and Page down turn the pages.
        </p>
      )}
    </div>
  );
}
