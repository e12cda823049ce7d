import { safePolygon, useDismiss, useFloating, useHover, useInteractions } from "@floating-ui/react";
import { useEffect, useState } from "react";
import { useEntry, type About } from "./useLegend";
import { BESIDE, LegendLeaf, RESTS } from "./WhatMark";

/** What has a purpose of its own when it is pressed. */
const PRESSED = "a, button, input, select, textarea, label, summary, [role=slider]";
/** Who goes through steps or ways, by mouse or by keys, looks at the work first, ms. */
const PRESSED_RESTS = 900;

/**
 * What is this? One for the whole page, for whatever carries `data-legend="figure:loss"`: by hover and focus, and by tap
 * where a tap has no other purpose. A figure needs no code of its own for it, and a page of a thousand cells no thousand leaves.
 */
export function LegendLayer() {
  const [at, setAt] = useState<HTMLElement | SVGElement | null>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    let waits = 0;
    let done: Element | null = null;
    const later = (element: Element | null, rest: number) => {
      clearTimeout(waits);
      if (!element) return;
      waits = window.setTimeout(() => {
        setAt(element as HTMLElement);
        setOpen(true);
      }, rest);
    };
    const over = (event: PointerEvent) => {
      if (event.pointerType !== "mouse") return;
      const teller = tellerOf(event);
      // What was just pressed has done what was wanted of it; once the pointer was elsewhere it may tell again.
      if (teller === done) return clearTimeout(waits);
      done = null;
      later(teller, teller?.matches(PRESSED) ? PRESSED_RESTS : RESTS);
    };
    const down = (event: PointerEvent) => {
      clearTimeout(waits);
      done = tellerOf(event);
    };
    const focus = (event: FocusEvent) => {
      const element = event.target as HTMLElement;
      later(element.matches(":focus-visible") ? tellerOf(event) : null, PRESSED_RESTS);
      setOpen(false);
    };
    const press = (event: MouseEvent) => {
      clearTimeout(waits);
      const element = tellerOf(event);
      if (element && !(event.target as Element).closest(PRESSED)) later(element, 0);
    };
    const keyed = () => {
      clearTimeout(waits);
      setOpen(false);
    };
    document.addEventListener("pointerover", over);
    document.addEventListener("focusin", focus);
    document.addEventListener("click", press);
    document.addEventListener("pointerdown", down);
    document.addEventListener("keydown", keyed);
    return () => {
      clearTimeout(waits);
      document.removeEventListener("pointerover", over);
      document.removeEventListener("focusin", focus);
      document.removeEventListener("click", press);
      document.removeEventListener("pointerdown", down);
      document.removeEventListener("keydown", keyed);
    };
  }, []);
  return at?.isConnected ? (
    <Leaf key={at.dataset["legend"]} at={at} open={open} onClose={() => setOpen(false)} />
  ) : null;
}

function Leaf(props: { at: HTMLElement | SVGElement; open: boolean; onClose: () => void }) {
  const { at, open } = props;
  const entry = useEntry((at.dataset["legend"] ?? "word:") as About);
  const { context, elements, floatingStyles, refs } = useFloating({
    open,
    // When it opens is said above; here only when it closes.
    onOpenChange: (now) => !now && props.onClose(),
    elements: { reference: at },
    ...BESIDE,
    // Below a way stands the next one: its leaf lies beside the list.
    placement: at.matches(".choice") ? "left-start" : "bottom-start",
  });
  const { getReferenceProps, getFloatingProps } = useInteractions([
    useHover(context, { delay: { open: RESTS, close: 80 }, handleClose: safePolygon(), mouseOnly: true }),
    useDismiss(context, { referencePress: true }),
  ]);
  if (!entry) return null;
  const leaf = {
    open,
    node: elements.floating,
    style: floatingStyles,
    setReference: refs.setReference,
    setFloating: refs.setFloating,
    reference: getReferenceProps,
    floating: getFloatingProps,
  };
  return <LegendLeaf leaf={leaf} entry={entry} />;
}

function tellerOf(event: Event): HTMLElement | SVGElement | null {
  return event.target instanceof Element ? event.target.closest("[data-legend]") : null;
}
