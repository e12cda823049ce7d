import {
  autoUpdate,
  flip,
  offset,
  safePolygon,
  shift,
  size,
  useClick,
  useDismiss,
  useFloating,
  useFocus,
  useHover,
  useInteractions,
  type UseFloatingOptions,
} from "@floating-ui/react";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { LegendEntry } from "../api/types";
import { typeset } from "../shell/typeset";
import { useEntry, useWays, type About } from "./useLegend";
import { RoomForMark } from "./RoomForMark";
import type { WhatProps } from "./What";
import "./legend.css";

/** Nobody wants a leaf for a pointer in passing, ms. */
export const RESTS = 250;

/** Where a leaf stands: under what it tells of, or wherever else it has room. */
export const BESIDE: UseFloatingOptions = {
  placement: "bottom-start",
  strategy: "fixed",
  whileElementsMounted: autoUpdate,
  middleware: [
    offset(6),
    flip({ padding: 8 }),
    shift({ padding: 8 }),
    size({
      padding: 8,
      apply: ({ availableHeight, elements }) => {
        elements.floating.style.maxHeight = `${Math.max(120, availableHeight)}px`;
      },
    }),
  ],
};

/**
 * What is this? A small mark, or a word itself, that tells it by hover, focus and tap: a sentence, the rule, and where
 * to read on. Escape closes it. Until the legend has come its room is kept.
 */
export function WhatMark(props: WhatProps) {
  const entry = useEntry(props.about);
  const leaf = useLeaf(true);
  const { open, setReference, reference } = leaf;
  if (!entry) return props.children ?? <RoomForMark />;
  return (
    <span className="what-place">
      <button
        type="button"
        ref={setReference}
        className={props.children ? `what-word ${props.className ?? ""}` : "what"}
        aria-expanded={open}
        tabIndex={props.passedByTab ? -1 : undefined}
        {...reference({
          // A label around it must not take the press for its field, nor Escape close what lies around.
          onClick: (event) => event.preventDefault(),
        })}
      >
        {props.children ?? <Mark word={entry.word} />}
      </button>
      <LegendLeaf leaf={leaf} about={props.about} entry={entry} />
    </span>
  );
}

/** A ring with a question mark, read out as a question. */
function Mark({ word }: { word: string }) {
  return (
    <>
      <span aria-hidden className="what-ring">
        ?
      </span>
      <span className="sr-only">What is {word}?</span>
    </>
  );
}

/** The leaf of something that is pressed for another purpose, such as the summary of a figure: by hover and focus. */
export function useLeaf(pressed = false) {
  const [open, setOpen] = useState(false);
  const floating = useFloating({ open, onOpenChange: setOpen, ...BESIDE });
  const { context } = floating;
  const interactions = useInteractions([
    useHover(context, { delay: { open: RESTS, close: 80 }, handleClose: safePolygon(), mouseOnly: true }),
    useFocus(context),
    useClick(context, { enabled: pressed, toggle: true, stickIfOpen: true }),
    useDismiss(context),
  ]);
  return {
    open,
    node: floating.elements.floating,
    style: floating.floatingStyles,
    setReference: floating.refs.setReference,
    setFloating: floating.refs.setFloating,
    reference: interactions.getReferenceProps,
    floating: interactions.getFloatingProps,
  };
}

/** The leaf itself, in the browser's top layer: no panel cuts it off, and Tab goes on into it. */
export function LegendLeaf(props: { leaf: ReturnType<typeof useLeaf>; about: About; entry: LegendEntry }) {
  const { leaf, entry } = props;
  const ways = useWays(props.about);
  const { open, node, style, setFloating, floating } = leaf;
  const [page, heading] = entry.read.split("#");
  useEffect(() => {
    if (node?.isConnected && !node.matches(":popover-open")) node.showPopover();
  }, [node]);
  if (!open) return null;
  return (
    <span ref={setFloating} className="legend" role="note" popover="manual" style={style} {...floating()}>
      <b className="block font-semibold">{entry.word}</b>
      <span className="block">{typeset(entry.says)}</span>
      {ways.length > 1 && (
        <span className="legend-ways" role="list">
          {ways.map((way) => (
            <span key={way.word} role="listitem">
              <b>{way.word}.</b> {typeset(way.says)}
            </span>
          ))}
        </span>
      )}
      {entry.rule && (
        <span className="legend-rule soft">
          <b>Rule.</b> {typeset(entry.rule)}
        </span>
      )}
      <Link className="underline" to={`/handbook/${page}${heading ? `#${heading}` : ""}`}>
        Read on in the handbook
      </Link>
    </span>
  );
}
