import { useState } from "react";
import { Check } from "../../fields/Check";
import { NumberField } from "../../fields/NumberField";
import { AddPrints } from "../AddPrints";
import { useLayoutStore } from "../layoutStore";
import type { OfGang } from "../stepPanels/types";
import { TitleField } from "../stepPanels/WhatPanel";
import { useLayoutTyping } from "../useLayoutTyping";

/** Which prints go on it, how often, and whether each may be turned. */
export function PrintsPanel({ request, layout }: OfGang) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const [adding, setAdding] = useState(false);
  const copies = request.plans.map((_, index) => request.copies[index] ?? 1);
  const turns = request.plans.map((_, index) => request.may_turn[index] ?? true);
  const at = <T,>(list: T[], index: number, value: T) =>
    list.map((one, other) => (other === index ? value : one));
  /** Copies that are asked for no more are pinned no more. */
  const counted = (plan: number, count: number) => ({
    copies: at(copies, plan, count),
    fixed: request.fixed.filter((pin) => pin.plan !== plan || pin.copy < count),
  });
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      <ul className="space-y-1.5" aria-label="Prints">
        {request.plans.map((plan, index) => (
          <li key={index} className="frame-row px-2 py-1.5" data-out={copies[index] === 0 || undefined}>
            <NumberField
              narrow
              label={
                <b className="block truncate font-semibold" dir="auto">
                  {plan.title || `Print ${index + 1}`}
                </b>
              }
              ariaLabel={`Copies of ${plan.title || `print ${index + 1}`}`}
              min={0}
              max={200}
              step={1}
              inputClass="!w-14"
              value={copies[index] ?? 1}
              {...typing}
              onRead={(count) => count !== null && change(counted(index, Math.round(count)))}
            />
            <div className="flex items-center justify-between gap-3">
              <span className="figure soft">
                {plan.target.width} × {plan.target.height}
              </span>
              <Check
                label="May be turned"
                checked={turns[index] ?? true}
                onChange={(may) => take({ may_turn: at(turns, index, may) })}
              />
            </div>
          </li>
        ))}
      </ul>
      <p className="soft">
        0 copies leave a print out. Where the grain of the paper matters, or a picture wants one light, it is
        not to be turned.
      </p>
      <div className="flex items-center gap-3">
        <button type="button" className="plain-button" onClick={() => setAdding(true)}>
          Add prints
        </button>
      </div>
      <NumberField
        narrow
        label={
          <>
            All at <span className="soft">ppi; empty: the finest of them</span>
          </>
        }
        min={1}
        max={2400}
        step={10}
        empty="the finest of them"
        inputClass="!w-20"
        value={request.ppi}
        {...typing}
        onRead={(ppi) => change({ ppi })}
      />
      {adding && <AddPrints layout={layout} onClose={() => setAdding(false)} />}
    </div>
  );
}
