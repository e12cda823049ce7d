import { LengthField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { TitleField } from "../stepPanels/WhatPanel";
import type { OfBook } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

/** Page, pages, binding, and what paper it is. */
export function BookPanel({ request, page, unit }: OfBook) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const { book } = page;
  if (!book) return null;
  const format = book.formats.find((one) => one.taken);
  const { paper } = request;
  const weighed = paper.thickness === null;
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      <label className="block">
        Format
        <select
          className="field mt-0.5"
          value={format?.key ?? ""}
          onChange={(event) => {
            const next = book.formats.find(({ key }) => key === event.target.value);
            if (next) take(next.fix);
          }}
        >
          {!format && <option value="">As typed below</option>}
          {book.formats.map((one) => (
            <option key={one.key} value={one.key}>
              {one.name}, {one.text}
            </option>
          ))}
        </select>
      </label>
      <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
        <LengthField
          narrow
          label="Width"
          value={request.page.width}
          unit={unit}
          purpose="side"
          inputClass="!w-24"
          {...typing}
          onRead={(width) => change({ "page.width": width })}
        />
        <LengthField
          narrow
          label="Height"
          value={request.page.height}
          unit={unit}
          purpose="side"
          inputClass="!w-24"
          {...typing}
          onRead={(height) => change({ "page.height": height })}
        />
      </div>
      <NumberField
        narrow
        label={
          <>
            Pages <span className="soft">a multiple of {book.step}</span>
          </>
        }
        min={1}
        max={400}
        step={book.step}
        inputClass="!w-20"
        value={request.pages}
        {...typing}
        onRead={(pages) => pages !== null && change({ pages: Math.round(pages) })}
      />
      <label className="block">
        Binding
        <select
          className="field mt-0.5"
          value={request.binding}
          onChange={(event) => take({ binding: event.target.value })}
        >
          {book.bindings.map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}: {one.note}
            </option>
          ))}
        </select>
      </label>
      <label className="block">
        As a lab wants it
        <select
          className="field mt-0.5"
          value={request.lab?.key ?? ""}
          onChange={(event) => take({ lab: book.labs.find(({ key }) => key === event.target.value) ?? null })}
        >
          <option value="">No lab</option>
          {request.lab && !book.labs.some(({ key }) => key === request.lab?.key) && (
            <option value={request.lab.key}>{request.lab.name || "Another lab"}</option>
          )}
          {book.labs.map((one) => (
            <option key={one.key} value={one.key}>
              {one.name}: {one.pages[0]} to {one.pages[1]} pages by {one.step}
            </option>
          ))}
        </select>
      </label>
      <Row name="Opens">
        <Pick
          label="Which side the spine is at"
          options={[
            { value: "left", label: "Spine at the left" },
            { value: "right", label: "At the right" },
          ]}
          value={request.opens}
          onPick={(opens) => take({ opens })}
        />
      </Row>
      <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
        <LengthField
          narrow
          label="Bleed"
          value={request.bleed}
          unit={unit}
          purpose="edge"
          inputClass="!w-24"
          {...typing}
          onRead={(bleed) => change({ bleed })}
        />
        <LengthField
          narrow
          label="Safe"
          value={request.safe}
          unit={unit}
          purpose="edge"
          inputClass="!w-24"
          {...typing}
          onRead={(safe) => change({ safe })}
        />
      </div>
      <LengthField
        narrow
        label={
          <>
            Gutter <span className="soft">swallowed on each page</span>
          </>
        }
        value={request.gutter ?? `${book.gutter} mm`}
        unit={unit}
        purpose="edge"
        inputClass="!w-24"
        {...typing}
        onRead={(gutter) => change({ gutter })}
      />
      <Row name="Paper inside">
        <Pick
          label="How its thickness is known"
          options={[
            { value: "thickness", label: "Thickness" },
            { value: "grammage", label: "g/m² and bulk" },
          ]}
          value={weighed ? "grammage" : "thickness"}
          onPick={(how) =>
            take(
              how === "thickness"
                ? { "paper.thickness": "0.2 mm", "paper.grammage": null, "paper.bulk": null }
                : { "paper.thickness": null, "paper.grammage": 150, "paper.bulk": 1.2 },
            )
          }
        />
      </Row>
      {weighed ? (
        <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
          <NumberField
            narrow
            label="Grammage"
            unit="g/m²"
            min={20}
            max={2000}
            step={10}
            inputClass="!w-20"
            value={paper.grammage ?? 150}
            {...typing}
            onRead={(grammage) => grammage !== null && change({ "paper.grammage": grammage })}
          />
          <NumberField
            narrow
            label="Bulk"
            unit="cm³/g"
            min={0.3}
            max={5}
            step={0.1}
            inputClass="!w-20"
            value={paper.bulk ?? 1.2}
            {...typing}
            onRead={(bulk) =>
              bulk !== null && change({ "paper.bulk": bulk, "paper.grammage": paper.grammage ?? 150 })
            }
          />
        </div>
      ) : (
        <LengthField
          narrow
          label="Paper thickness"
          value={paper.thickness ?? ""}
          unit={unit}
          purpose="edge"
          inputClass="!w-24"
          {...typing}
          onRead={(thickness) => change({ "paper.thickness": thickness })}
        />
      )}
      <p className="soft">{typeset("Pictures are judged on this paper from 35 cm, a book in the hand.")}</p>
    </div>
  );
}
