import { useState } from "react";
import { SizeField } from "../../fields/LengthField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { AddPrints } from "../AddPrints";
import { useLayoutStore } from "../layoutStore";
import type { OfStrip } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";

/** Which part is shown, how large, and of which pictures. */
export function PartPanel({ request, layout, page, unit, picked, onPick }: OfStrip) {
  const { change, ...typing } = useLayoutTyping();
  const [adding, setAdding] = useState(false);
  const places = page.ways.filter(({ id }) => id.startsWith("place-"));
  return (
    <div className="space-y-3">
      <SizeField
        label="A patch"
        value={sizeAsTyped(request.patch)}
        unit={unit}
        picture={[1, 1]}
        {...typing}
        onRead={(size) => change({ "patch.width": size.width, "patch.height": size.height })}
        hint="As it is printed: 6 × 6 cm"
      />
      {(picked ?? 0) === 0 && <Ways label="Which part" about="word:step-part" ways={places} />}
      <Pictures {...{ request, picked, onPick }} />
      <button type="button" className="plain-button" onClick={() => setAdding(true)}>
        Another picture on the same sheet
      </button>
      {adding && <AddPrints layout={layout} onClose={() => setAdding(false)} />}
    </div>
  );
}

/** Of several pictures, the one whose part is looked at; each may be left out again. */
function Pictures({ request, picked, onPick }: Pick<OfStrip, "request" | "picked" | "onPick">) {
  const change = useLayoutStore((store) => store.change);
  if (request.plans.length < 2) return null;
  const without = (number: number) =>
    change({
      plans: request.plans.filter((_, at) => at !== number),
      parts: request.parts.filter((_, at) => at !== number - 1),
    });
  return (
    <ul className="space-y-1" aria-label="Pictures">
      {request.plans.map((plan, number) => (
        <li key={number} className="flex items-center gap-2">
          <button
            type="button"
            className="choice min-w-0 flex-1 !py-1"
            aria-pressed={(picked ?? 0) === number}
            onClick={() => onPick(number)}
          >
            <span className="truncate" dir="auto">
              {plan.title || `Picture ${number + 1}`}
            </span>
          </button>
          {number > 0 && (
            <button type="button" className="min-h-6 underline" onClick={() => without(number)}>
              Leave out
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
