import { useState } from "react";
import type { HangRequest, Unit } from "../../api/types";
import { Check } from "../../fields/Check";
import { LengthField, SizeField } from "../../fields/LengthField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { Fixings } from "./Fixings";
import { AddPrints } from "../AddPrints";
import { useLayoutStore } from "../layoutStore";
import type { OfHang } from "../stepPanels/types";
import { TitleField } from "../stepPanels/WhatPanel";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";

const EMPTY: HangRequest["pieces"][number] = { name: "", outer: null, fixings: 1, hung: true };

/** The pieces from left to right, what they share, and how far apart they hang. */
export function RowPanel({ request, layout, page, unit, picked, onPick }: OfHang) {
  const { change, ...typing } = useLayoutTyping();
  const [adding, setAdding] = useState(false);
  const order = request.order.length ? request.order : request.plans.map((_, index) => index);
  return (
    <div className="space-y-3">
      <TitleField title={request.title} />
      <LengthField
        narrow
        label="Gap between them"
        value={request.gap}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(gap) => change({ gap })}
      />
      <Ways
        about="choice:line"
        label="What they share"
        ways={page.ways.filter((way) => way.id.startsWith("line-"))}
      />
      <ol className="space-y-1" aria-label="The pieces, from left to right">
        {order.map((plan, place) => (
          <Piece
            key={plan}
            {...{ request, unit, plan, order, place }}
            open={picked === plan}
            size={page.wall?.pieces.find((piece) => piece.plan === plan)?.size ?? "does not hang"}
            onOpen={() => onPick(picked === plan ? null : plan)}
          />
        ))}
      </ol>
      <button type="button" className="plain-button" onClick={() => setAdding(true)}>
        Add prints
      </button>
      {adding && <AddPrints layout={layout} onClose={() => setAdding(false)} />}
    </div>
  );
}

function Piece(props: {
  request: HangRequest;
  unit: Unit;
  plan: number;
  order: number[];
  place: number;
  open: boolean;
  size: string;
  onOpen: () => void;
}) {
  const { request, unit, plan, order, place } = props;
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const piece = request.pieces[plan] ?? EMPTY;
  const name = piece.name || request.plans[plan]?.title || `Print ${plan + 1}`;
  /** All pieces, this one changed: the list may be shorter than the prints. */
  const put = (part: Partial<HangRequest["pieces"][number]>) => ({
    pieces: request.plans.map((_, index) => ({
      ...EMPTY,
      ...request.pieces[index],
      ...(index === plan ? part : {}),
    })),
  });
  const move = (by: number) => {
    const next = [...order];
    next.splice(place, 1);
    next.splice(place + by, 0, plan);
    take({ order: next });
  };
  return (
    <li className="frame-row" data-picked={props.open || undefined}>
      <button
        type="button"
        className="frame-head !grid-cols-[1fr_auto]"
        aria-expanded={props.open}
        onClick={props.onOpen}
      >
        <b className="truncate font-semibold" dir="auto">
          {name}
        </b>
        <span className="figure soft">{props.size}</span>
      </button>
      {props.open && (
        <div className="space-y-1.5 pt-1 pb-2">
          <div className="flex flex-wrap items-center gap-2">
            <button type="button" className="plain-button" disabled={place === 0} onClick={() => move(-1)}>
              ← Left
            </button>
            <button
              type="button"
              className="plain-button"
              disabled={place === order.length - 1}
              onClick={() => move(1)}
            >
              Right →
            </button>
            <Check label="Hangs here" checked={piece.hung} onChange={(hung) => take(put({ hung }))} />
          </div>
          <SizeField
            label="Outside, frame and all"
            value={piece.outer ? sizeAsTyped(piece.outer) : ""}
            unit={unit}
            picture={[3, 2]}
            {...typing}
            onRead={({ width, height }) => change(put({ outer: { width, height } }))}
            hint={
              piece.outer ? "As measured" : "As the print, its card or its face is; type what was measured"
            }
          />
          {piece.outer && (
            <button type="button" className="min-h-6 underline" onClick={() => take(put({ outer: null }))}>
              As large as the print
            </button>
          )}
          <Fixings count={piece.fixings} onPick={(fixings) => take(put({ fixings }))} />
        </div>
      )}
    </li>
  );
}
