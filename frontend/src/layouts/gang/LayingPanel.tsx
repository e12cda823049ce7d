import { asTyped } from "../../drawing/typedLength";
import type { GangRequest } from "../../api/types";
import { LengthField } from "../../fields/LengthField";
import type { About } from "../../legend/useLegend";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import type { OfGang } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { pinned, turnedPin, unpinned } from "./pins";

/** How long it gets and what is left over; the piece in hand, and those that are pinned. */
export function LayingPanel({ request, page, unit, picked }: OfGang) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const text = (id: string) => page.figures.find((figure) => figure.id === id)?.text;
  const piece = page.gang?.pieces.find((one) => one.number === picked);
  const fixed = () => (useLayoutStore.getState().document as GangRequest).fixed;
  return (
    <div className="space-y-3">
      <dl className="figures-list">
        <Told about="figure:length_used" name="Length" text={text("length_used")} />
        <Told about="figure:waste" name="Waste" text={text("waste")} />
        <Told about="figure:saved" name="Saved against simple rows" text={text("saved")} />
      </dl>
      {piece ? (
        <section className="part space-y-2">
          <h3 className="font-semibold">
            {piece.number} <span dir="auto">{piece.name}</span>
          </h3>
          <p className="figure soft">{typeset(piece.size)}</p>
          <div className="two-fields grid grid-cols-2 gap-x-4">
            {(
              [
                ["Left", 0, "x"],
                ["Top", 1, "y"],
              ] as const
            ).map(([label, axis, name]) => (
              <LengthField
                key={name}
                narrow
                label={label}
                value={asTyped(piece.box[axis], unit)}
                unit={unit}
                purpose="edge"
                inputClass="!w-24"
                {...typing}
                onRead={(typed) => {
                  const [pin] = pinned([], piece, { x: piece.box[0], y: piece.box[1] }, unit);
                  if (pin) change({ fixed: [...unpinned(fixed(), piece), { ...pin, [name]: typed }] });
                }}
              />
            ))}
          </div>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="plain-button"
              disabled={!piece.may_turn}
              title={piece.may_turn ? undefined : "This print is not to be turned"}
              onClick={() => take({ fixed: turnedPin(fixed(), piece, unit) })}
            >
              Turn <kbd className="soft">T</kbd>
            </button>
            <button
              type="button"
              className="plain-button"
              aria-pressed={piece.pinned}
              onClick={() =>
                take({
                  fixed: piece.pinned
                    ? unpinned(fixed(), piece)
                    : pinned(fixed(), piece, { x: piece.box[0], y: piece.box[1] }, unit),
                })
              }
            >
              {piece.pinned ? "Unpin" : "Pin here"} <kbd className="soft">P</kbd>
            </button>
          </div>
        </section>
      ) : (
        <p className="soft">Take a piece in the drawing to move, turn or pin it.</p>
      )}
      {request.fixed.length > 0 && (
        <button type="button" className="plain-button" onClick={() => take({ fixed: [] })}>
          Let all {request.fixed.length} pinned go
        </button>
      )}
    </div>
  );
}

function Told({ about, name, text }: { about: About; name: string; text: string | undefined }) {
  if (!text) return null;
  return (
    <div className="flex justify-between gap-3">
      <dt>{name}</dt>
      <dd className="figure text-[16px] font-semibold" data-legend={about}>
        {typeset(text)}
      </dd>
    </div>
  );
}
