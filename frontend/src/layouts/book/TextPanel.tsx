import type { BookBox } from "../../api/types";
import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import type { OfBook } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { boxAt, boxesOn, placeOf, withBox, withBoxes, withoutBox, spreadsInHand } from "./spreads";

/** Page numbers, captions, the title page, and texts of one's own. */
export function TextPanel({ request, page, unit, picked, looked, onPick }: OfBook) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const settle = useLayoutStore((store) => store.settle);
  const { book } = page;
  if (!book) return null;
  const spreads = spreadsInHand(request, book);
  const opening = book.openings[Math.min(looked ?? 0, book.openings.length - 1)];
  const held = opening?.boxes.find((one) => one.number === picked && !one.piece);
  const text = held && boxAt(spreads, placeOf(held.path));
  const put = (part: Partial<BookBox>, live = false) =>
    held && take({ spreads: withBox(spreads, placeOf(held.path), part) }, live);
  const add = () => {
    if (!opening) return;
    const page = opening.width / opening.pages.length;
    const box = {
      plan: null,
      text: "Text",
      x: `${Math.round(page * 0.15)} mm`,
      y: `${Math.round(opening.height * 0.75)} mm`,
      width: `${Math.round(page * 0.6)} mm`,
      height: `${Math.round(opening.height * 0.15)} mm`,
      capitals: "2.5 mm",
      font: "text",
      align: "left",
      colour: "#000000",
    } as BookBox;
    take({ spreads: withBoxes(spreads, opening.first, [...boxesOn(spreads, opening.first), box]) });
  };
  return (
    <div className="space-y-3">
      <Check label="Page numbers" checked={request.numbers} onChange={(numbers) => take({ numbers })} />
      <Check
        label="Captions under the pictures, from their titles"
        checked={request.captions}
        onChange={(captions) => take({ captions })}
      />
      <Check
        label="A title page: page 1 carries the title"
        checked={request.title_page}
        onChange={(title_page) => take({ title_page })}
      />
      <button type="button" className="plain-button" onClick={add}>
        Add a text on {opening?.name}
      </button>
      {held && text ? (
        <section className="part space-y-2">
          <label className="block">
            Text
            <textarea
              className="field mt-0.5"
              rows={4}
              maxLength={4000}
              value={text.text ?? ""}
              onChange={(event) => put({ text: event.target.value }, true)}
              onBlur={() => settle()}
            />
          </label>
          <LengthField
            narrow
            label="Cap height"
            value={text.capitals}
            unit={unit}
            purpose="edge"
            inputClass="!w-24"
            {...typing}
            onRead={(capitals) => change({ spreads: withBox(spreads, placeOf(held.path), { capitals }) })}
          />
          <Row name="Letters">
            <Pick
              label="Letters"
              options={[
                { value: "text", label: "Text" },
                { value: "condensed", label: "Condensed" },
              ]}
              value={text.font}
              onPick={(font) => put({ font })}
            />
          </Row>
          <Row name="Aligned">
            <Pick
              label="Aligned"
              options={[
                { value: "left", label: "Left" },
                { value: "centre", label: "Centre" },
                { value: "right", label: "Right" },
              ]}
              value={text.align}
              onPick={(align) => put({ align })}
            />
          </Row>
          <button
            type="button"
            className="plain-button"
            onClick={() => {
              take({ spreads: withoutBox(spreads, placeOf(held.path)) });
              onPick(null);
            }}
          >
            Remove the text
          </button>
        </section>
      ) : (
        <p className="soft">
          Take a text in the drawing to write in it. Words are never hyphenated; what has no room is told.
        </p>
      )}
    </div>
  );
}
