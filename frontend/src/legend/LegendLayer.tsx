import { safePolygon, useDismiss, useFloating, useHover, useInteractions } from "@floating-ui/react";
import { useEffect, useState } from "react";
import { useEntry, type About } from "./useLegend";
import { BESIDE, LegendLeaf, RESTS } from "./WhatMark";

/** What has a purpose of its own when it is pressed. */
const PRESSED = "a, button, input, select, textarea, label, summary, [role=slider]";
/** Who goes through steps or ways, by mouse or by keys, looks at the work first, ms. */
const PRESSED_RESTS = 900;
/** A finger that stays so long on what has a purpose asks what it is, ms; it may tremble so far, px. */
const HELD = 500;
const TREMBLES = 8;

/**
 * What is this? One for the whole page, for whatever carries `data-legend="figure:loss"`: by hover and focus, and by tap;
 * where a tap has a purpose of its own, by a finger that is held. A figure needs no code of its own for it, and a page of a thousand cells no thousand leaves.
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
    let finger: { x: number; y: number } | null = null;
    let held = false;
    const down = (event: PointerEvent) => {
      clearTimeout(waits);
      done = tellerOf(event);
      held = false;
      finger = event.pointerType === "touch" && done ? { x: event.clientX, y: event.clientY } : null;
      if (!finger) return;
      const element = done;
      waits = window.setTimeout(() => {
        held = true;
        later(element, 0);
      }, HELD);
    };
    // A finger that goes on scrolls or drags; one that was lifted has pressed.
    const moved = (event: PointerEvent) => {
      if (finger && Math.hypot(event.clientX - finger.x, event.clientY - finger.y) > TREMBLES) lifted();
    };
    const lifted = () => {
      if (finger && !held) clearTimeout(waits);
      finger = null;
    };
    // What was held has told; it is not pressed besides, nor does the browser's own menu come.
    const swallowed = (event: Event) => {
      if (!held && !(finger && event.type === "contextmenu")) return;
      event.preventDefault();
      event.stopPropagation();
      if (event.type === "click") held = false;
    };
    const focus = (event: FocusEvent) => {
      // Lifted, the finger gives what it held the focus: that is no going elsewhere.
      if (held) return;
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
      held = false;
      setOpen(false);
    };
    document.addEventListener("pointerover", over);
    document.addEventListener("focusin", focus);
    document.addEventListener("click", press);
    document.addEventListener("pointerdown", down);
    document.addEventListener("pointermove", moved);
    document.addEventListener("pointerup", lifted);
    document.addEventListener("pointercancel", lifted);
    document.addEventListener("click", swallowed, true);
    document.addEventListener("contextmenu", swallowed, true);
    document.addEventListener("keydown", keyed);
    return () => {
      clearTimeout(waits);
      document.removeEventListener("pointerover", over);
      document.removeEventListener("focusin", focus);
      document.removeEventListener("click", press);
      document.removeEventListener("pointerdown", down);
      document.removeEventListener("pointermove", moved);
      document.removeEventListener("pointerup", lifted);
      document.removeEventListener("pointercancel", lifted);
      document.removeEventListener("click", swallowed, true);
      document.removeEventListener("contextmenu", swallowed, true);
      document.removeEventListener("keydown", keyed);
    };
  }, []);
  return at?.isConnected ? (
    <Leaf key={at.dataset["legend"]} at={at} open={open} onClose={() => setOpen(false)} />
  ) : null;
}

function Leaf(props: { at: HTMLElement | SVGElement; open: boolean; onClose: () => void }) {
  const { at, open } = props;
  const about = (at.dataset["legend"] ?? "word:") as About;
  const entry = useEntry(about);
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
  return <LegendLeaf leaf={leaf} about={about} entry={entry} />;
}

function tellerOf(event: Event): HTMLElement | SVGElement | null {
  return event.target instanceof Element ? event.target.closest("[data-legend]") : null;
}
