import { safePolygon, useDismiss, useFloating, useHover, useInteractions } from "@floating-ui/react";
import { useEffect, useState } from "react";
import { useEntry, type About } from "./useLegend";
import { BESIDE, LegendLeaf, RESTS } from "./What";

/** What has a purpose of its own when it is pressed. */
const PRESSED = "a, button, input, select, textarea, label, summary, [role=slider]";
/** Who goes through steps or ways by keys looks at the work first, ms. */
const FOCUS_RESTS = 900;

/**
 * What is this? One for the whole page, for whatever carries `data-legend="figure:loss"`: by hover and focus, and by tap
 * where a tap has no other purpose. A figure needs no code of its own for it, and a page of a thousand cells no thousand leaves.
 */
export function LegendLayer() {
  const [at, setAt] = useState<HTMLElement | SVGElement | null>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    let waits = 0;
    const later = (element: Element | null, rest: number) => {
      clearTimeout(waits);
      if (!element) return;
      waits = window.setTimeout(() => {
        setAt(element as HTMLElement);
        setOpen(true);
      }, rest);
    };
    const over = (event: PointerEvent) => {
      if (event.pointerType === "mouse") later(tellerOf(event), RESTS);
    };
    const focus = (event: FocusEvent) => {
      const element = event.target as HTMLElement;
      later(element.matches(":focus-visible") ? tellerOf(event) : null, FOCUS_RESTS);
      setOpen(false);
    };
    const press = (event: MouseEvent) => {
      clearTimeout(waits);
      const element = tellerOf(event);
      if (element && !(event.target as Element).closest(PRESSED)) later(element, 0);
    };
    const still = () => clearTimeout(waits);
    document.addEventListener("pointerover", over);
    document.addEventListener("focusin", focus);
    document.addEventListener("click", press);
    document.addEventListener("keydown", still);
    return () => {
      still();
      document.removeEventListener("pointerover", over);
      document.removeEventListener("focusin", focus);
      document.removeEventListener("click", press);
      document.removeEventListener("keydown", still);
    };
  }, []);
  return at?.isConnected ? <Leaf key={at.dataset["legend"]} at={at} open={open} onOpen={setOpen} /> : null;
}

function Leaf(props: { at: HTMLElement | SVGElement; open: boolean; onOpen: (open: boolean) => void }) {
  const { at, open } = props;
  const entry = useEntry((at.dataset["legend"] ?? "word:") as About);
  const { context, elements, floatingStyles, refs } = useFloating({
    open,
    onOpenChange: props.onOpen,
    elements: { reference: at },
    ...BESIDE,
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
