import { useEffect, useRef, type ReactNode } from "react";

/**
 * A modal leaf over the page. The cursor stands in its first field; Escape closes it; the focus goes
 * back to where it was, or to the page where that is gone.
 */
export function Dialog(props: {
  title: string;
  /** A leaf of two columns. */
  wide?: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  const leaf = useRef<HTMLDialogElement>(null);
  // Where the focus was before anything of the leaf is drawn, and takes it.
  const before = useRef(document.activeElement);
  useEffect(() => {
    const dialog = leaf.current;
    const opener = before.current;
    if (dialog && !dialog.open) dialog.showModal();
    dialog
      ?.querySelector<HTMLElement>("input:not([hidden], [type=hidden], [type=radio]), select, textarea")
      ?.focus();
    return () => giveFocusTo(opener);
  }, []);
  return (
    <dialog ref={leaf} className="modal" onClose={props.onClose} aria-label={props.title}>
      <div className={`modal-box panel ${props.wide ? "max-w-4xl" : "max-w-lg"}`}>
        <div className="mb-3 flex items-start justify-between gap-4">
          <h2 className="min-w-0 text-lg font-semibold [overflow-wrap:anywhere]" dir="auto">
            {props.title}
          </h2>
          <button type="button" className="plain-button shrink-0" onClick={() => leaf.current?.close()}>
            Close
          </button>
        </div>
        {props.children}
      </div>
    </dialog>
  );
}

/** Focus an element, or the page's main part where it is gone: keys then go on from there. */
export function giveFocusTo(element: Element | null): void {
  if (element instanceof HTMLElement && element.isConnected && element !== document.body)
    return element.focus();
  const main = document.querySelector("main");
  if (!main) return;
  main.tabIndex = -1;
  main.focus({ preventScroll: true });
}
